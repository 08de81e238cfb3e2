import { describe, expect, it } from 'vitest'
import type { Change } from '~~/shared/overview'
import { type Changed, concernsEntry, isNews, ofJob, ofPaper } from './news'

const about = (over: Partial<Changed> = {}): Changed => ({ job: 'j', papers: null, rounds: [], ...over })
const change = (at: number, list: Changed[] | null, since = at - 1): Change => ({ since, at, about: list })

describe('a change', () => {
  it('is news to a screen that shows what it changed, and to no other', () => {
    expect(isNews(change(5, [about()]), 4, { concerns: ofJob('j') })).toBe(true)
    expect(isNews(change(5, [about({ job: 'other' })]), 4, { concerns: ofJob('j') })).toBe(false)
    expect(isNews(change(5, [about({ papers: ['p'] })]), 4, { concerns: ofPaper('j', 'p') })).toBe(true)
    expect(isNews(change(5, [about({ papers: ['q'] })]), 4, { concerns: ofPaper('j', 'p') })).toBe(false)
    expect(isNews(change(5, [about()]), 4, { concerns: ofPaper('j', 'p') })).toBe(true)
    expect(isNews(change(5, [about({ job: null, papers: [] })]), 4, {})).toBe(true)
  })

  it('is none where what is shown has it already', () => {
    expect(isNews(change(5, [about()]), -1, { asOf: () => 5 })).toBe(false)
    expect(isNews(change(5, [about()]), 5, {})).toBe(false)
    expect(isNews(change(6, [about()]), -1, { asOf: () => 5 })).toBe(true)
  })

  it('after one that was missed is news, whatever it is about', () => {
    const other = [about({ job: 'other' })]
    expect(isNews(change(9, other, 7), 6, { concerns: ofJob('j') })).toBe(true)
    expect(isNews(change(9, other, 7), -1, { concerns: ofJob('j'), asOf: () => 7 })).toBe(false)
    expect(isNews(change(9, null), 8, { concerns: ofJob('j') })).toBe(true)
  })
})

describe('what was fetched', () => {
  const concerned = (key: unknown[], data?: unknown, list: Changed[] | null = [about({ papers: ['p'] })]) =>
    concernsEntry(change(5, list), 4, key, data)

  it('is concerned by a change of what it is of', () => {
    expect(concerned(['job', 'j'])).toBe(true)
    expect(concerned(['job', 'other'])).toBe(false)
    expect(concerned(['paper', 'p'], { jobId: 'j' })).toBe(true)
    expect(concerned(['paper', 'q'], { jobId: 'j' })).toBe(false)
    expect(concerned(['paper', 'p'], { jobId: 'other' })).toBe(false)
  })

  it('is concerned by every change, where it is an overview or nothing of it is known yet', () => {
    for (const key of [['today'], ['money'], ['jobs', {}], ['papers'], ['people', ''], ['paper', 'p']])
      expect(concerned(key)).toBe(true)
  })

  it('is not, where it is as of that change, nor where it changes elsewhere', () => {
    expect(concerned(['job', 'j'], { asOf: 5 })).toBe(false)
    expect(concerned(['job', 'j'], { asOf: 4 })).toBe(true)
    expect(concerned(['library'], undefined, null)).toBe(false)
  })

  it('as the number in the frame moves with papers and rounds, not with a fact of a job', () => {
    expect(concerned(['needs'], { count: 2 }, [about({ papers: null })])).toBe(false)
    expect(concerned(['needs'], { count: 2 }, [about({ papers: ['p'] })])).toBe(true)
    expect(concerned(['needs'], { count: 2 }, [about({ rounds: ['r'] })])).toBe(true)
    expect(concerned(['needs'], { count: 2 }, null)).toBe(true)
  })

  it('as tasks and tags move with what stands in threads, and with no fact, paper or round', () => {
    for (const key of [['tasks'], ['tags'], ['members'], ['pads']]) {
      expect(concerned(key, [], [about({ papers: null })])).toBe(false)
      expect(concerned(key, [], [about({ papers: ['p'] })])).toBe(false)
      expect(concerned(key, [], [about({ papers: [], rounds: ['r'] })])).toBe(false)
      expect(concerned(key, [], [about({ papers: [] })])).toBe(true)
      expect(concerned(key, [], null)).toBe(true)
    }
  })
})
