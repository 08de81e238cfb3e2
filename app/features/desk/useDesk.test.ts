import { describe, expect, it } from 'vitest'
import type { DeskVisit } from '~~/shared/out/desk'
import { freshStores } from '../../../tests/support/stores'
import { useDesk } from './useDesk'

const counts = (all: number) => ({ all, expected: all, here: 0, gone: 0, away: 0, toSign: all })
const visit = (jobId: string, contactId: string, name: string) => ({ jobId, contactId, name, state: 'expected' })

async function followed() {
  const server = freshStores({
    'GET /api/desk': ({ query }) => ({
      day: query!.day ?? '2026-06-14',
      today: '2026-06-14',
      sessions: [
        { jobId: 'a', title: 'Morning', counts: counts(2) },
        { jobId: 'b', title: 'Evening', counts: counts(1) },
      ],
      visits: [visit('a', '1', 'Zoë Ferrer'), visit('a', '2', 'Bram Ostrowski'), visit('b', '3', 'Łukasz Ferrer')],
      counts: counts(3),
    }),
    'POST /api/desk/marks': () => ({}),
    'POST /api/desk/sign': () => ({ personId: 'p', url: null }),
  })
  const desk = useDesk()
  server.inPage(() => desk.follow())
  await desk.load()
  return { desk, ...server }
}

describe('the front desk', () => {
  it('finds by any part of a name, without its accents, in one session or all', async () => {
    const { desk } = await followed()
    const names = () => desk.shown.map((v) => v.name)
    expect([names().length, desk.counts!.all]).toEqual([3, 3])
    desk.find = 'FERR'
    expect(names()).toEqual(['Zoë Ferrer', 'Łukasz Ferrer'])
    desk.session = 'a'
    expect(names()).toEqual(['Zoë Ferrer'])
    desk.find = 'zoe'
    expect(names()).toEqual(['Zoë Ferrer'])
    expect(desk.counts!.all).toBe(2)
  })

  it('marks with an id and a time of its own, and asks who signs next', async () => {
    const { desk, sent } = await followed()
    const who = desk.shown[0] as DeskVisit
    await desk.mark(who, 'here')
    await desk.mark(who, 'turned away', 'late')
    const marks = sent('POST').map((a) => (a.body as { marks: { id: string; at: string; words: string }[] }).marks[0]!)
    expect(marks.map((m) => m.words)).toEqual(['', 'late'])
    expect(new Set(marks.map((m) => m.id)).size).toBe(2)
    expect(marks.every((m) => Math.abs(Date.parse(m.at) - Date.now()) < 60_000)).toBe(true)
    expect(await desk.sign(who, 'device', 'g')).toEqual({ personId: 'p', url: null })
    expect(sent('POST').at(-1)!.body).toEqual({
      jobId: 'a',
      contactId: '1',
      guardianId: 'g',
      also: [],
      how: 'device',
      padId: null,
    })
  })

  it('looks at another day, of all its sessions', async () => {
    const { desk, sent } = await followed()
    desk.session = 'a'
    await desk.showDay('2026-06-16')
    expect([desk.data!.day, desk.session]).toEqual(['2026-06-16', ''])
    await desk.showDay('')
    expect(
      sent('GET')
        .slice(-2)
        .map((a) => a.query),
    ).toEqual([{ day: '2026-06-16' }, {}])
  })
})
