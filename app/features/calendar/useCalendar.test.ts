import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { useCalendar } from './useCalendar'

describe('the calendar', () => {
  const shown = () => {
    const server = freshStores({
      'GET /api/days': ({ query }) => ({ jobs: [], of: query }),
      'GET /api/jobs/a/move': ({ query }) => ({ from: '2026-06-12', to: query!.to, version: 3, effects: [] }),
      'POST /api/jobs/a/move': () => ({ version: 4 }),
    })
    const calendar = useCalendar()
    server.inPage(() => calendar.follow(() => calendar.range !== null))
    return { calendar, ...server }
  }

  it('asks for the days that are shown, once', async () => {
    const { calendar, sent } = shown()
    await calendar.show('2026-06-01', '2026-06-30')
    await calendar.show('2026-06-01', '2026-06-30')
    expect(sent('GET').map((a) => a.query)).toContainEqual({ from: '2026-06-01', to: '2026-06-30' })
  })

  it('looks before it moves, tells only where that is wanted, and moves back', async () => {
    const { calendar, sent } = shown()
    await calendar.propose('a', 'Orchard', '2026-06-12', '2026-06-19')
    expect(calendar.moving).toMatchObject({ to: '2026-06-19', look: { version: 3 } })
    const back = await calendar.move(true)
    expect(calendar.moving).toBeNull()
    await back()
    expect(sent('POST').map((a) => a.body)).toEqual([
      { to: '2026-06-19', version: 3, tell: true },
      { to: '2026-06-12', version: 4, tell: false },
    ])
  })

  it('lets a job be where it was', async () => {
    const { calendar, sent } = shown()
    await calendar.propose('a', 'Orchard', '2026-06-12', '2026-06-13')
    await calendar.propose('a', 'Orchard', '2026-06-12', '2026-06-12')
    expect(calendar.moving).toBeNull()
    expect(sent('POST')).toEqual([])
  })
})
