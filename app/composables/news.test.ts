import { describe, expect, it } from 'vitest'
import type { Change } from '~~/shared/overview'
import { type Changed, isNews, ofJob, ofPaper } from './news'

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
