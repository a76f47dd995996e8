import { type Page } from '@playwright/test'
import { inDays } from '../fixtures/now'
import { signInAs } from './people'
import { expect, test } from './yard'
import { BUTTON, MENUITEM, REGION, TEXT } from './names'

test.use({ serviceWorkers: 'allow' })

/** Loaded once more under the worker, which has then kept what the page reads. */
async function settled(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
  await page.reload()
  await expect
    .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null))
    .toBe(true)
}

interface Task {
  key: string
  title: string
  does: object | null
  attended: boolean
  told: { kind: string } | null
}
const planned = async (page: Page) =>
  (await (await page.request.get('/api/plan')).json()) as { tasks: Task[] }
const plannedPot = async (page: Page) => {
  const pots = (await (await page.request.get('/api/pots')).json()) as {
    id: number
    state: string
    letter: string
  }[]
  return pots.filter(({ state }) => state === 'planned')
}

test('a run goes on without a network, through a reload and a closed tab, and arrives in order, once', async ({
  page,
  context,
}) => {
  await signInAs(page, 'maren')
  const [pot] = (await plannedPot(page)).slice(-1)
  await settled(page, `/bench/${pot!.id}`)
  const begin = page.getByRole('button', { name: BUTTON.itIsPouredBegin })
  await expect(begin.or(page.getByRole('button', { name: BUTTON.itIsIn }))).toBeVisible()
  if (await begin.isVisible()) await begin.click()
  await expect(page.getByRole('button', { name: BUTTON.itIsIn })).toBeVisible()

  await context.setOffline(true)
  const shown = page.getByText(/Pour part [AB] until it shows/)
  const first = (await shown.textContent()) ?? ''
  await page.getByRole('button', { name: BUTTON.itIsIn }).click()
  await expect(shown).not.toHaveText(first)
  await expect(page.getByText(/no network: 1 kept/)).toBeVisible()
  const second = (await shown.textContent()) ?? ''
  await page.reload()
  await expect(shown).toHaveText(second)
  await page.getByRole('button', { name: BUTTON.itIsIn }).click()
  await expect(page.getByRole('button', { name: BUTTON.stirNow })).toBeVisible()
  await page.close()

  const later = await context.newPage()
  await later.goto(`/bench/${pot!.id}`)
  await expect(later.getByRole('button', { name: BUTTON.stirNow })).toBeVisible()
  await later.getByRole('button', { name: BUTTON.leave }).click()
  await expect(later.getByRole('button', { name: '2 kept on this device' })).toBeVisible()

  // It is sent from whatever page is open once the network is there again.
  await context.setOffline(false)
  await expect(later.getByRole('button', { name: /kept on this device/ })).toHaveCount(0)
  const started = await later.request.post('/api/runs', {
    data: { potId: pot!.id, measure: { kind: 'scale', step: 0.1, tare: true } },
  })
  const { events } = (await started.json()) as { events: { kind: string; part: string }[] }
  expect(events.map(({ kind }) => kind)).toEqual(['weighed', 'weighed'])
  expect(new Set(events.map(({ part }) => part)).size).toBe(2)
})

test('work that is told without a network is shown at once and sent later', async ({
  page,
  context,
}) => {
  await signInAs(page, 'maren')
  await settled(page, '/')
  const hands = page.getByRole('region', { name: REGION.handsNowAndNext })
  const begun = async () =>
    (await planned(page)).tasks.filter(({ told }) => told?.kind === 'begun').length
  const before = await begun()
  await expect(hands.getByRole('button', { name: /: more$/ }).first()).toBeVisible()
  await context.setOffline(true)
  await hands
    .getByRole('listitem')
    .filter({ hasNotText: 'begun' })
    .getByRole('button', { name: /: more$/ })
    .first()
    .click()
  await page.getByRole('menuitem', { name: MENUITEM.begin }).click()
  await expect(page.getByText(TEXT.hasBegun)).toBeVisible()
  await expect(hands.getByText(/begun \d\d:\d\d, Maren Oakhollow/).first()).toBeVisible()
  await page.getByRole('button', { name: '1 kept on this device' }).click()
  await expect(
    page.getByText('The workshop’s server cannot be reached.', { exact: false }),
  ).toBeVisible()
  await page.reload()
  await expect(hands.getByText(/begun \d\d:\d\d, Maren Oakhollow/).first()).toBeVisible()
  expect(await begun()).toBe(before)
  await context.setOffline(false)
  await expect.poll(begun).toBe(before + 1)
  await hands
    .getByRole('button', { name: /: more$/ })
    .first()
    .click()
  await page.getByRole('menuitem', { name: 'not begun after all' }).click()
  await expect(hands.getByText(/begun \d\d:\d\d, Maren Oakhollow/)).toHaveCount(0)
})

test('what was done here and somebody else was faster with is told on whatever page is open', async ({
  page,
  context,
  browser,
}) => {
  await signInAs(page, 'maren')
  const [pot] = (await plannedPot(page)).slice(-1)
  const other = await (await browser.newContext()).newPage()
  await signInAs(other, 'tobin')
  const run = (await (
    await other.request.post('/api/runs', {
      data: {
        potId: pot!.id,
        measure: { kind: 'scale', step: 0.1, tare: true },
        soItIs: true,
      },
    })
  ).json()) as { id: number; targets: { parts: { part: string }[] } }
  await settled(page, `/bench/${pot!.id}`)
  await expect(page.getByRole('button', { name: BUTTON.itIsIn })).toBeVisible()
  await context.setOffline(true)
  await page.getByRole('button', { name: BUTTON.itIsIn }).click()
  await page.getByRole('button', { name: BUTTON.leave }).click()
  const sent = await other.request.post(`/api/runs/${run.id}/events`, {
    data: {
      events: [
        {
          key: crypto.randomUUID(),
          at: Date.parse(inDays(0)),
          kind: 'weighed',
          part: run.targets.parts[0]!.part,
          amount: 50,
        },
      ],
    },
  })
  expect(sent.ok()).toBe(true)
  await context.setOffline(false)
  await page.getByRole('button', { name: BUTTON.oneRefused }).click()
  await expect(page.getByRole('region', { name: 'Refused' })).toContainText('was not taken over')
  await page.getByRole('button', { name: 'Understood' }).click()
  await expect(page.getByRole('button', { name: BUTTON.oneRefused })).toHaveCount(0)
})
