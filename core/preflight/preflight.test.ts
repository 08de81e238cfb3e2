import { describe, expect, it } from 'vitest'
import { notes } from '../../tests/support/preflight'
import { CASES } from '../../tests/support/preflight-cases'
import { p } from '../document/build'
import { RULES } from './preflight'

describe('preflight', () => {
  it('has nothing to say of a paper that can go', () => expect(notes({ body: [p('At {job.place}.')] })).toEqual([]))

  it.each(CASES)('%s (%s): %s', (rule, severity, words, bad, good) => {
    expect(notes(bad)).toContainEqual(
      expect.objectContaining({ rule, severity, words: expect.stringContaining(words) as string }),
    )
    expect(notes(good).filter((n) => n.rule === rule && n.words.includes(words))).toEqual([])
  })

  it('has a case for every rule', () =>
    expect(new Set(CASES.map(([rule]) => rule))).toEqual(new Set(Object.keys(RULES))))

  it('gives the text of a doubled word as it should read, and says where', () => {
    const [note] = notes({ body: [p('put out *the the* stove')] })
    expect(note).toMatchObject({ at: 'b2', cure: { kind: 'reword', block: 'b2' } })
    expect(note!.cure!.kind === 'reword' && note!.cure!.content.map((i) => ('text' in i ? i.text : '')).join('')).toBe(
      'put out the stove',
    )
  })
})
