import { forgetDevice } from '~/outbox/forgetDevice'
import type { OwnUnits } from '~~/core/units'
import { reachOf, type Action } from '~~/shared/rights'
import { measureOf } from '~~/shared/measureOf'
import type { MeasureChoice, SecondFactorFields, SignInFields } from '~~/shared/schemas/people'
import type { SetUpFields } from '~~/shared/schemas/house'
import type { SetUpState } from '~~/shared/types/house'
import type { OwnSession, Person, SecondFactorState } from '~~/shared/types/people'

/** What many kitchens and workshops have, for people who have not chosen yet. */
const ORDINARY_SCALE: MeasureChoice = { kind: 'scale', step: 0.1, tare: true }

/** Who is signed in on this device. */
export const useSessionStore = defineStore('session', () => {
  const api = useApi()
  const person = ref<Person | null>(null)
  const asked = ref(false)
  /** Signed out in the middle of something: the screen stays and asks for the password again. */
  const expired = ref(false)

  const measureChoice = computed(() => person.value?.measure ?? ORDINARY_SCALE)

  /** Whether whoever is signed in may do something at all; what is not theirs the server knows. */
  const may = (action: Action): boolean =>
    person.value !== null && reachOf(person.value.role, action) !== 'none'

  async function load(): Promise<void> {
    if (asked.value) return
    try {
      person.value = await api.get<Person>('/api/session')
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
    }
    expired.value = false
    asked.value = true
  }
  async function signIn(fields: SignInFields): Promise<void> {
    const before = person.value?.id
    person.value = await api.post<Person>('/api/session', fields)
    // Who goes on where they were keeps their runs; another begins with nothing of theirs.
    if (before !== person.value.id) await forgetDevice()
    expired.value = false
    asked.value = true
  }
  async function signOut(): Promise<void> {
    await api.remove('/api/session')
    person.value = null
    // What one person has typed is not for the next at this device.
    sessionStorage.clear()
    await forgetDevice()
  }
  onSignedOut(() => {
    if (person.value) expired.value = true
  })
  async function chooseMeasure(measure: MeasureChoice): Promise<void> {
    const chosen = await api.put<MeasureChoice>('/api/me/measure', measure)
    if (person.value) person.value = { ...person.value, measure: chosen }
  }
  async function chooseUnits(units: OwnUnits): Promise<void> {
    const chosen = await api.put<OwnUnits>('/api/me/units', units)
    if (person.value) person.value = { ...person.value, units: chosen }
  }
  const setUpState = () => api.get<SetUpState>('/api/setup')
  async function setUp(fields: SetUpFields): Promise<void> {
    person.value = await api.post<Person>('/api/setup', fields)
    asked.value = true
  }
  const invitedBy = (secret: string) =>
    api.get<{ name: string; signIn: string; workshop: string }>(`/api/invitation/${secret}`)
  async function acceptInvitation(secret: string, password: string): Promise<void> {
    person.value = await api.post<Person>(`/api/invitation/${secret}`, { password })
    asked.value = true
  }
  const changePassword = (fields: { now: string; password: string }) =>
    api.put<unknown>('/api/me/password', fields)
  const secondFactor = {
    state: () => api.get<SecondFactorState>('/api/me/second-factor'),
    fresh: () => api.post<{ secret: string; address: string }>('/api/me/second-factor/new'),
    turnOn: (fields: SecondFactorFields) =>
      api.post<{ spare: string[] }>('/api/me/second-factor', fields),
    turnOff: (fields: { password: string }) =>
      api.post<unknown>('/api/me/second-factor/off', fields),
  }
  const ownSessions = () => api.get<OwnSession[]>('/api/me/sessions')
  const endSession = (id: number) => api.remove<unknown>(`/api/me/sessions/${id}`)
  return {
    person: readonly(person),
    expired: readonly(expired),
    measureChoice,
    may,
    /** The scale or cup that mixes are worked out for. */
    measure: computed(() => measureOf(measureChoice.value)),
    load,
    signIn,
    signOut,
    chooseMeasure,
    chooseUnits,
    setUpState,
    setUp,
    invitedBy,
    acceptInvitation,
    changePassword,
    secondFactor,
    ownSessions,
    endSession,
  }
})
