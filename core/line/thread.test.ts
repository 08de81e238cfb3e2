import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foldPapers, threadGroup, threadGroups } from './thread'

const paper = (title: string, state = 'out', kind = 'waiver') => ({ title, state, kind })

describe('the thread of a job', () => {
  it('has every row in one group', () => {
    expect(['paid', 'question', 'note', 'sealed', 'something new'].map(threadGroup)).toEqual([
      'money',
      'people',
      'notes',
      'papers',
      'papers',
    ])
    fc.assert(fc.property(fc.string(), (type) => threadGroups.includes(threadGroup(type))))
  })

  it('folds more than three papers of one kind, saying how many are signed and missing', () => {
    const waivers = ['signed', 'out', 'draft', 'withdrawn', 'declined'].map((s) => paper('Bather’s waiver', s))
    const [quote, fold] = foldPapers([paper('Quote', 'signed', 'quote'), ...waivers])
    expect(quote).toEqual({ one: paper('Quote', 'signed', 'quote') })
    expect(fold).toMatchObject({ title: 'Bather’s waiver', signed: 1, missing: 3, many: { length: 5 } })
    expect(foldPapers(waivers.slice(0, 3))).toHaveLength(3)
  })

  it('loses no paper by folding', () =>
    fc.assert(
      fc.property(fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 20 }), (titles) => {
        const papers = titles.map((t) => paper(t))
        const all = foldPapers(papers).flatMap((f) => ('one' in f ? [f.one] : f.many))
        expect(all.map((p) => p.title).sort()).toEqual([...titles].sort())
      }),
    ))
})
