import { lazy, mixed, type AnyObject, type InferType, type ISchema, type Schema } from 'yup'

/** A schema of a type, whatever it says of a default. */
export type SchemaOf<T> = Schema<T, AnyObject, unknown, '' | 'd'>

type Leaf = string | number | boolean | null | undefined
/**
 * A type with its spelling taken away: nothing is readonly, and a field that may be missing is one
 * that may be undefined. Values stand in pairs of brackets, since `-?` would take their `undefined`.
 */
type Plain<T> = T extends Leaf
  ? T
  : T extends readonly unknown[]
    ? { -readonly [K in keyof T]: Plain<T[K]> }
    : { -readonly [K in keyof T]-?: [Plain<T[K]>] }

type Same<X, Y> = (<T>() => T extends X ? 1 : 2) extends <T>() => T extends Y ? 1 : 2 ? true : false
type Given<S> = S extends ISchema<unknown> ? Exclude<InferType<S>, undefined> : never
type KeysOf<T> = T extends T ? keyof T : never

/** What stands in a compiler's message where a schema and a type drift apart. */
interface Differs<Wanted, Found> {
  wanted: Wanted
  found: Found
}
type Exactly<T, S> =
  Same<Plain<T>, Plain<Given<S>>> extends true ? unknown : Differs<Plain<T>, Plain<Given<S>>>
type Within<T, S> = [T] extends [Given<S>]
  ? T extends readonly unknown[]
    ? unknown
    : Same<KeysOf<T>, KeysOf<Given<S>>> extends true
      ? unknown
      : Differs<KeysOf<T>, KeysOf<Given<S>>>
  : Differs<T, Given<S>>

/**
 * A schema for a type that is written elsewhere. It does not compile unless what Yup infers from
 * the schema is exactly that type.
 */
export const schemaOf =
  <T>() =>
  <S extends ISchema<unknown>>(schema: S & Exactly<T, S>) =>
    schema as unknown as Schema<T>

/**
 * A schema whose tests prove more than Yup can infer: that exactly one of some fields is there, or
 * that a list is a pair. It does not compile unless that type is a part of the inferred one and has
 * the same fields.
 */
export const narrowed =
  <T>() =>
  <S extends ISchema<unknown>>(schema: S & Within<T, S>) =>
    schema as unknown as Schema<T>

/** The same, or null. */
export const orNull = <T>(schema: ISchema<T>) =>
  lazy((value: unknown) =>
    value === null ? mixed().nullable() : (schema as Schema<T>),
  ) as unknown as Schema<T | null>

/**
 * A thing that says by its `kind` which fields it has. It does not compile unless each schema is
 * exactly that of its kind.
 * @param unknown what is checked where the kind is none of these; it has to refuse it
 */
export const byKind =
  <T extends { kind: string }>() =>
  <M extends Record<T['kind'], ISchema<unknown>>>(
    schemas: M & { [K in T['kind']]: Exactly<Extract<T, { kind: K }>, M[K]> },
    unknown: ISchema<unknown>,
  ) =>
    lazy((value: { kind?: unknown } | null | undefined) => {
      const kind = value?.kind
      const isKnown = typeof kind === 'string' && Object.hasOwn(schemas, kind)
      return (isKnown ? schemas[kind as T['kind']] : unknown) as Schema<T>
    }) as unknown as Schema<T>

/** The same schema for each of some fields. */
export const each = <K extends string, S>(keys: readonly K[], make: (key: K) => S) =>
  Object.fromEntries(keys.map((key) => [key, make(key)])) as Record<K, S>
