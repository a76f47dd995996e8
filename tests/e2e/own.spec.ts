import { expect, type Page } from '@playwright/test'
import { test } from './ownWorkshop'
import { choice, pick } from './pick'
import { BUTTON, FIELD, HEADING, LINK, TEXT } from './names'

/** A Tuesday evening, and the Monday after it. */
const BEGINS = '2027-03-02T18:05:00Z'
const CURED = '2027-03-08T18:05:00Z'
const PASSWORD = 'nine geese and a kettle'
const RESIN = 'Slow clear'
const RECIPE = 'Paperweight'
const ORDER = 'A paperweight for the reading room'

const field = (page: Page, label: string) => page.getByLabel(label, { exact: true })
/** What the start list says is missing, and where it leads. */
const seeTo = async (page: Page, missing: string) => {
  await page.goto('/')
  await page
    .getByRole('listitem')
    .filter({ hasText: missing })
    .getByRole('link', { name: 'See to it' })
    .click()
}

test('from an empty machine to a first piece that is poured, cured, judged and priced', async ({
  workshop,
  visitor,
}) => {
  const page = await (await visitor()).newPage()

  await test.step('one command, and the door leads to setting it up', async () => {
    const said = await workshop.start(BEGINS)
    expect(said).toContain('Everything is kept in')
    expect(said).toContain('Open it to set up your workshop.')
    await page.goto('/orders')
    await expect(page.getByRole('heading', { name: 'A new workshop' })).toBeVisible()
    await field(page, 'Name of the workshop').fill('Reading Lane')
    await field(page, 'Your name').fill('Ines Warrow')
    await field(page, 'Name to sign in with').fill('Ines')
    await page.getByLabel(FIELD.password).fill('short')
    await page.getByRole('button', { name: BUTTON.setUpTheWorkshop }).click()
    await expect(page.getByText('needs at least 10 characters')).toBeVisible()
    await page.getByLabel(FIELD.password).fill(PASSWORD)
    await page.getByLabel('One person at a table').check()
    await page.getByRole('button', { name: BUTTON.setUpTheWorkshop }).click()
    await expect(page.getByRole('heading', { name: HEADING.today })).toBeVisible()
    await expect(page.getByText('Reading Lane')).toBeVisible()
  })

  await test.step('nobody sets it up twice', async () => {
    const again = await page.request.post('/api/setup', {
      data: {
        workshop: {
          name: 'Another',
          timeZone: 'UTC',
          currency: 'EUR',
          dateStyle: 'dmy',
          decimalMark: '.',
        },
        units: { mass: 'g', volume: 'ml', length: 'mm', temperature: '°C' },
        person: { name: 'Somebody', signIn: 'somebody', password: PASSWORD },
        beginning: 'empty',
        code: '',
      },
    })
    expect(again.status()).toBe(422)
  })

  await test.step('the start list leads to what is missing, one after the other', async () => {
    await seeTo(page, 'No wage')
    await page.getByLabel('an hour of work').fill('18,00')
    await page.getByRole('button', { name: 'Save the rules' }).click()
    await expect(page.getByText(TEXT.saved)).toBeVisible()

    await seeTo(page, 'No resin')
    await field(page, 'Name').fill(RESIN)
    await field(page, 'density of A').fill('1.1')
    await field(page, 'density of B').fill('1.0')
    await field(page, 'greatest layer').fill('25')
    await page.getByRole('button', { name: BUTTON.saveTheResin }).click()
    await expect(page).toHaveURL(/stores\/\d+$/)

    await seeTo(page, 'No recipe')
    await field(page, 'Name').fill(RECIPE)
    await field(page, 'width').fill('60')
    await field(page, 'length').fill('60')
    await field(page, 'height').fill('20')
    await pick(page, 'Add to the course', 'Demould')
    await page.getByRole('button', { name: BUTTON.saveTheRecipe }).click()
    await expect(page).toHaveURL(/recipes\/\d+$/)

    await seeTo(page, 'No order')
    await field(page, 'What').fill(ORDER)
    await choice(page, 'For whom').fill('The reading room')
    const promised = field(page, 'Promised for')
    await promised.fill('31.6.2027')
    await page.keyboard.press('Tab')
    await expect(page.getByText('“31.6.2027” is no day')).toBeVisible()
    await promised.fill('13.4.2027')
    await page.keyboard.press('Tab')
    await expect(promised).toHaveValue('13 Apr 2027')
    await pick(page, 'Recipe', RECIPE)
    await field(page, 'How many').fill('1')
    await page.getByRole('button', { name: BUTTON.takeTheOrder }).click()
    await expect(page.getByRole('heading', { name: ORDER })).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('heading', { name: 'Hands, now and next' })).toBeVisible()
    await expect(page.getByText('Before pieces can be poured')).toHaveCount(0)
  })

  await test.step('it is planned, and poured', async () => {
    await page.goto('/plan')
    await page.getByRole('button', { name: BUTTON.planFromNow }).first().click()
    await expect(page.getByRole('listitem').filter({ hasText: ORDER })).toContainText('ready')
    await page.goto('/pots')
    await page
      .getByRole('listitem')
      .filter({ hasText: ORDER })
      .getByRole('link', { name: LINK.toTheBench })
      .click()
    await expect(page.getByText(TEXT.untilItShows)).toBeVisible()
    await page.keyboard.press('Enter')
    // A second press at once is the bounce of a knuckle.
    await page.keyboard.press(' ')
    await expect(page.getByRole('button', { name: BUTTON.itIsIn })).toBeEnabled()
    await page.keyboard.press(' ')
    await page.getByRole('button', { name: BUTTON.stirNow }).click()
    await page.getByRole('button', { name: BUTTON.stirredNoStreaks }).click()
    await page.getByRole('button', { name: BUTTON.pourAlready }).click()
    await page.getByRole('button', { name: BUTTON.allPoured }).click()
    await page.getByRole('button', { name: BUTTON.heatPassDone }).click()
    await page.getByRole('button', { name: 'Shelf' }).click()
    await page.getByRole('button', { name: BUTTON.itLiesThereCureBegins }).click()
    await expect(page.getByText(TEXT.isPouredAndCuring)).toBeVisible()
  })

  await test.step('days later it has cured, is judged, and tells what it cost', async () => {
    await workshop.stop()
    await workshop.start(CURED)
    await page.goto('/racks')
    const row = page.getByRole('row').filter({ hasText: RECIPE })
    await expect(row).toContainText('Shelf')
    await row.getByRole('button', { name: `${RECIPE} 1` }).click()
    await page.getByLabel(FIELD.whatWasSeen).fill('Clear and flat.')
    await page.getByRole('button', { name: BUTTON.good, exact: true }).click()
    await expect(page.getByText(`${RECIPE} 1: good.`)).toBeVisible()
    await page.goto('/orders')
    await page.getByRole('link', { name: ORDER }).click()
    // 72 ml + 3 ml film, 5 % more: 78.75 ml of a kit of 1,500 ml for 50.00 are 2.625, to the even cent
    await expect(page.getByRole('row', { name: `${RESIN}, face` })).toContainText('2.62')
    await expect(page.getByRole('row', { name: /the batch/ })).toBeVisible()
  })
})

test('a second maker is invited, comes in once, and leaves', async ({ workshop, visitor }) => {
  const [page, other] = [await (await visitor()).newPage(), await (await visitor()).newPage()]
  await workshop.start(BEGINS)
  const setUp = await page.request.post('/api/setup', {
    data: {
      workshop: {
        name: 'Hollow Lane',
        timeZone: 'Europe/Dublin',
        currency: 'EUR',
        dateStyle: 'dmy',
        decimalMark: '.',
      },
      units: { mass: 'g', volume: 'ml', length: 'mm', temperature: '°C' },
      person: { name: 'Ines Warrow', signIn: 'ines', password: PASSWORD },
      beginning: 'empty',
      code: '',
    },
  })
  expect(setUp.ok(), await setUp.text()).toBe(true)
  await page.goto('/')
  await expect(page.getByText('No station of the kind “pour table”')).toBeVisible()
  await expect(page.getByText('Nobody has the skill “pour”')).toBeVisible()

  await page.goto('/house/people/new')
  await field(page, 'Name').fill('Tamsin Brook')
  await field(page, 'Name to sign in with').fill('Tamsin')
  await field(page, 'Monday').fill('9-12:30, 13')
  await page.getByRole('button', { name: BUTTON.save }).click()
  await expect(page.getByText('is written like 9–12:30, 13–17')).toBeVisible()
  await field(page, 'Monday').fill('9-12:30, 13-17')
  await page.getByRole('button', { name: 'Monday’s hours till Friday' }).click()
  await page.getByRole('button', { name: BUTTON.save }).click()
  await expect(page).toHaveURL(/people\/\d+$/)
  await page.getByRole('button', { name: 'Make the link' }).click()
  const link = (await page.getByTestId('invitation-link').textContent()) ?? ''

  await other.goto(link)
  await expect(other.getByText('Welcome, Tamsin Brook')).toBeVisible()
  await other.getByLabel(FIELD.password).fill(PASSWORD)
  await other.getByRole('button', { name: BUTTON.comeIn }).click()
  await expect(other.getByRole('heading', { name: HEADING.today })).toBeVisible()
  // The house is the manager's to keep, and a link holds once.
  await expect(other.getByRole('link', { name: 'House' })).toHaveCount(0)
  expect((await other.request.get('/api/house/people')).status()).toBe(403)
  await page.goto(link)
  await expect(page.getByRole('alert')).toContainText('This invitation holds no more')

  await page.goto('/house/people')
  await expect(page.getByRole('row', { name: /Tamsin/ })).toContainText('can sign in')
  await expect(page.getByRole('row', { name: /Tamsin/ })).toContainText('37.5')
  await page.getByRole('link', { name: 'Tamsin Brook' }).click()
  await page.getByRole('button', { name: BUTTON.theyHaveLeft }).click()
  await expect(page.getByText('Has left.')).toBeVisible()
  expect((await other.request.get('/api/session')).status()).toBe(401)

  await page.goto('/house/people')
  await page.getByRole('link', { name: 'Ines Warrow' }).click()
  await page.getByRole('button', { name: BUTTON.theyHaveLeft }).click()
  await expect(page.getByRole('alert')).toContainText('only manager here')

  await test.step('who is locked out gets a link from whoever sits at the machine', async () => {
    const said = workshop.run('password', 'INES')
    const [, address = ''] = /at (http\S+)/.exec(said) ?? []
    expect(address).toContain(workshop.address)
    const anew = await (await visitor()).newPage()
    await anew.goto(address)
    await anew.getByLabel(FIELD.password).fill('another kettle of geese')
    await anew.getByRole('button', { name: BUTTON.comeIn }).click()
    await expect(anew.getByRole('heading', { name: HEADING.today })).toBeVisible()
    expect((await page.request.get('/api/session')).status()).toBe(401)
  })
})
