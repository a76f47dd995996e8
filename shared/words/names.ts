/** What people call the things that a plan request knows by their ids. */
export interface PlanNames {
  task: (id: string) => string
  maker: (id: string) => string
  mould: (id: string) => string
  skill: (skill: string) => string
  /** An instant on the plan's clock. */
  at: (minute: number) => string
}

const quoted = (id: string) => `"${id}"`

/** For whoever wrote the request: ids as they were given, minutes as they are counted. */
export const AS_GIVEN: PlanNames = {
  task: quoted,
  maker: quoted,
  mould: quoted,
  skill: quoted,
  at: (minute) => `minute ${minute}`,
}
