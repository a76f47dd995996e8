import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'

const ROOT = join(import.meta.dirname, '../..')
const velvet = (args: string[], input: string) => {
  const { stdout, stderr, status } = spawnSync(join(ROOT, 'velvet'), ['compute', ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  })
  return {
    stdout,
    stderr,
    status,
    json:
      stdout === ''
        ? null
        : (JSON.parse(stdout.split('\n')[0] ?? '') as {
            error?: { code: string; issues: { path: string }[] }
          }),
  }
}
const MIX = {
  resin: { ratio: { basis: 'volume', a: 2, b: 1 } },
  need: { volumeMl: 60 },
  measure: { kind: 'cup', graduationMl: 5 },
}

describe('velvet compute', () => {
  test('answers on standard output and ends well', () => {
    const { json, stderr, status } = velvet(['mix'], JSON.stringify(MIX))
    expect(json).toMatchObject({
      steps: [
        { part: 'a', readTo: 40 },
        { part: 'b', readTo: 60 },
      ],
    })
    expect([stderr, status]).toEqual(['', 0])
  })
  test.each<[string, string, string, string]>([
    ['no JSON', 'mix', '{"need": ', 'invalid-input'],
    ['no object', 'mix', '[1]', 'invalid-input'],
    ['an unknown operation', 'brew', '{}', 'unknown-operation'],
    ['a number too large', 'mix', JSON.stringify(MIX).replace('60', '1e400'), 'invalid-input'],
  ])('%s is refused in JSON with status 2', (_what, operation, input, code) => {
    const { json, stderr, status } = velvet([operation], input)
    expect(json?.error?.code).toBe(code)
    expect([stderr, status]).toEqual(['', 2])
  })
  test('with --lines a refusal is that line’s answer and the rest goes on', () => {
    const { stdout, status } = velvet(
      ['mix', '--lines'],
      ['{}', JSON.stringify(MIX), 'nonsense'].join('\n'),
    )
    const answers = stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { error?: object })
    expect(answers.map((answer) => answer.error !== undefined)).toEqual([true, false, true])
    expect(status).toBe(0)
  })
})
