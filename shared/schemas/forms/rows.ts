import { text, whole } from '../fields'

/** The key of a row. */
export const id = () => whole().min(1)

/** An instant as ISO 8601 in UTC, as in `2026-03-01T09:30:00.000Z`. */
export const instant = () =>
  text(40)
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{3})?)?Z$/, 'must be a date and a time')
    .test('real', 'is not a real date', (value) => !value || !Number.isNaN(Date.parse(value)))
