import { describe, expect, test } from '@jest/globals'
import { foundInHandbook, HANDBOOK } from '../../app/utils/handbook'
import { helpFor } from '../../app/utils/placeHelp'
import { PLACES } from '../../app/utils/placeList'
import { groupedOrders } from '../../app/utils/orderGroups'
import { textOfFile } from '../../app/utils/sheetKinds'
import { DateTime } from 'luxon'
import type { Order } from '../../shared/types/orders'

describe('help', () => {
  test('every place has its own: what it answers and three things to do', () => {
    const all = PLACES.map(({ path }) => helpFor(path))
    expect(new Set(all).size).toBe(PLACES.length)
    for (const help of all) expect(help?.first).toHaveLength(3)
  })
  test('the nearest place answers', () => {
    expect(helpFor('/orders/12')?.answers).toContain('one order')
    expect(helpFor('/house/people/3')?.answers).toContain('Who works here')
    expect(helpFor('/handbook')).toBeUndefined()
  })
  test('the handbook is found in by all of some words', () => {
    expect(foundInHandbook('stir scrape').map(({ part }) => part.title)).toEqual(['At the bench'])
    expect(foundInHandbook('tack').map(({ page }) => page.id)).toContain('words')
    expect(foundInHandbook('  ')).toEqual([])
    expect(foundInHandbook('zeppelin')).toEqual([])
    expect(new Set(HANDBOOK.map(({ id }) => id)).size).toBe(HANDBOOK.length)
  })
})

describe('orders in groups', () => {
  const now = DateTime.fromISO('2027-03-02T09:00', { zone: 'Europe/Dublin' })
  const local = (iso: string) => DateTime.fromISO(iso, { zone: 'Europe/Dublin' })
  const order = (title: string, promisedAt: string, customer = '') =>
    ({ title, promisedAt, customer }) as Order
  const titles = (groups: ReturnType<typeof groupedOrders>) =>
    groups.map((group) => [group.title, group.orders.map(({ title }) => title)])
  test('stand under the weeks of their promises', () =>
    expect(
      titles(
        groupedOrders(
          [
            order('a', '2027-03-07T23:30:00Z'),
            order('b', '2027-03-08T00:30:00Z'),
            order('c', '2027-03-16T00:00:00Z'),
            order('d', '2028-01-04T00:00:00Z'),
          ],
          'promise',
          { now, local },
        ),
      ),
    ).toEqual([
      ['this week', ['a']],
      ['next week', ['b']],
      ['week of 15 March', ['c']],
      ['week of 3 January 2028', ['d']],
    ]))
  test('or of their customers, or under none', () => {
    const two = [
      order('a', '2027-03-07T12:00:00Z', 'Ada'),
      order('b', '2027-03-07T12:00:00Z', 'Bo'),
    ]
    expect(titles(groupedOrders(two, 'customer', { now, local }))).toEqual([
      ['Ada', ['a']],
      ['Bo', ['b']],
    ])
    expect(titles(groupedOrders(two, 'title', { now, local }))).toEqual([['', ['a', 'b']]])
  })
})

test('a file is read as UTF-8, and else as older spreadsheets wrote it', () => {
  expect(textOfFile(new TextEncoder().encode('Blüte').buffer as ArrayBuffer)).toBe('Blüte')
  expect(textOfFile(Uint8Array.from([0x42, 0x6c, 0xfc, 0x74, 0x65]).buffer)).toBe('Blüte')
})
