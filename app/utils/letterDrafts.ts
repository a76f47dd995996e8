import type { LetterFields } from '~~/shared/schemas/letters'

/** An invitation as a letter. @param link the address that holds once */
export const invitationLetter = (
  person: { name: string; signIn: string },
  workshop: string,
  link: string,
): LetterFields => ({
  about: 'invitation',
  toName: person.name,
  toAddress: '',
  subject: `Your place at ${workshop}`,
  body: `Dear ${person.name},

you are invited to ${workshop}. Open this address and choose a password; it holds once, and for a week:

${link}

You sign in as ${person.signIn} from then on.
`,
})

/** Word of a promise that slips, as a letter to whom it was given. */
export const promiseLetter = (
  order: { title: string; customer: string },
  workshop: string,
  { promised, ready, address }: { promised: string; ready: string; address: string },
): LetterFields => ({
  about: 'promise',
  toName: order.customer,
  toAddress: address,
  subject: `${order.title}: a new day`,
  body: `Dear ${order.customer},

we promised you “${order.title}” for ${promised}. It takes longer: as things stand it is ready ${ready}.

We are sorry for the wait. Tell us if that day does not suit you.

${workshop}
`,
})
