import { beforeEach, describe, expect, test } from '@jest/globals'
import { effectScope } from 'vue'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

/** A worker that does what the test tells it. */
class FakeWorker {
  static all: FakeWorker[] = []
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: ((event: { message: string }) => void) | null = null
  ended = false
  asked: unknown[] = []
  constructor() {
    FakeWorker.all.push(this)
  }
  postMessage = (question: unknown) => this.asked.push(question)
  terminate = () => {
    this.ended = true
  }
  tell = (data: unknown) => this.onmessage?.({ data })
}
beforeEach(() => {
  FakeWorker.all = []
  giveNuxtGlobals({ Worker: FakeWorker })
})
async function measuring() {
  const { useMeshWorker } = await import('../../app/composables/useMeshWorker')
  const scope = effectScope()
  const mesh = scope.run(() => useMeshWorker())!
  return { ...mesh, scope, worker: () => FakeWorker.all.at(-1)! }
}
const done = { kind: 'done', answer: { watertight: true }, corners: new Float32Array(9) }

describe('measuring a mesh beside the page', () => {
  test('tells how far it is and then what it measured', async () => {
    const mesh = await measuring()
    const result = mesh.measure(new ArrayBuffer(8))
    expect(mesh.progress.value).toEqual({ stage: 'reading', share: 0 })
    mesh.worker().tell({ kind: 'progress', stage: 'slicing', share: 0.5 })
    expect(mesh.progress.value).toEqual({ stage: 'slicing', share: 0.5 })
    mesh.worker().tell(done)
    expect(await result).toMatchObject({ answer: { watertight: true } })
    expect([mesh.progress.value, mesh.worker().ended]).toEqual([null, true])
  })
  test('can be stopped, and stopped work answers nothing', async () => {
    const mesh = await measuring()
    const result = mesh.measure(new ArrayBuffer(8))
    mesh.cancel()
    expect(await result).toBeNull()
    expect([mesh.progress.value, mesh.worker().ended]).toEqual([null, true])
  })
  test('says in a sentence what was refused or went wrong', async () => {
    const mesh = await measuring()
    const refused = mesh.measure(new ArrayBuffer(8))
    mesh.worker().tell({ kind: 'refused', message: 'holds no triangle' })
    expect(await refused).toBe('This file holds no triangle.')
    const failed = mesh.measure(new ArrayBuffer(8))
    mesh.worker().onerror?.({ message: 'out of memory' })
    expect(await failed).toContain('could not be worked through')
  })
  test('a second file stops the first', async () => {
    const mesh = await measuring()
    const first = mesh.measure(new ArrayBuffer(8))
    const second = mesh.measure(new ArrayBuffer(8))
    expect(FakeWorker.all.map((worker) => worker.ended)).toEqual([true, false])
    mesh.worker().tell(done)
    expect([await first, typeof (await second)]).toEqual([null, 'object'])
  })
  test('leaving the page ends the work', async () => {
    const mesh = await measuring()
    void mesh.measure(new ArrayBuffer(8))
    mesh.scope.stop()
    expect(mesh.worker().ended).toBe(true)
  })
})
