import { expect, it } from 'vitest'
import { atClock, nextAt } from './clock'

it.each([
  ['2026-11-29T02:29:59.999Z', '2026-11-29T02:30:00.000Z'],
  ['2026-11-29T02:30:00.000Z', '2026-11-30T02:30:00.000Z'],
  ['2026-12-31T23:00:00.000Z', '2027-01-01T02:30:00.000Z'],
])('at %s it is half past two again at %s', async (now, next) => {
  const clock = new Date(now)
  expect(
    await atClock(
      () => clock,
      async () => nextAt(2, 30),
    ),
  ).toBe(next)
  expect(clock.toISOString()).toBe(now)
})
