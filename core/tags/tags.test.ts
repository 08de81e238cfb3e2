import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { TAG_MAX, tagChange, tagOf, tagsOf, withTag, withoutTag } from './tags'

const typed = fc.array(
  fc.oneof(fc.string({ maxLength: 60 }), fc.constantFrom('regular', 'Regular', ' in  May ', ',;')),
  {
    maxLength: 8,
  },
)

describe('a tag', () => {
  it.each([
    ['  in   May ', 'in May'],
    ['late, payer', 'late payer'],
    ['\n\t', ''],
    ['x'.repeat(60), 'x'.repeat(TAG_MAX)],
  ])('%j is kept as %j', (from, to) => expect(tagOf(from)).toBe(to))
  it('is one whatever its capitals, as it was first written', () =>
    expect(tagsOf(['Regular', 'regular', 'REGULAR ', 'new'])).toEqual(['Regular', 'new']))
})

describe('some tags', () => {
  it('are the same when they are kept again, each once, none empty', () =>
    fc.assert(
      fc.property(typed, (list) => {
        const tags = tagsOf(list)
        expect(tagsOf(tags)).toEqual(tags)
        expect(new Set(tags.map((t) => t.toLowerCase())).size).toBe(tags.length)
        expect(tags.every((t) => t && t.length <= TAG_MAX && !/[,;\n]/.test(t))).toBe(true)
      }),
    ))
  it('put on and taken off again are as before', () =>
    fc.assert(
      fc.property(typed, fc.constantFrom('may', 'Regular', 'new'), (list, tag) => {
        const before = withoutTag(list, tag)
        expect(withoutTag(withTag(before, tag), tag)).toEqual(before)
        expect(withTag(withTag(before, tag), tag.toUpperCase())).toEqual(withTag(before, tag))
      }),
    ))
  it('differ by what was put on and taken off, and by nothing else', () =>
    fc.assert(
      fc.property(typed, typed, (a, b) => {
        const [before, after] = [tagsOf(a), tagsOf(b)]
        const { on, off } = tagChange(before, after)
        let now = before
        for (const t of off) now = withoutTag(now, t)
        for (const t of on) now = withTag(now, t)
        expect(tagChange(now, after)).toEqual({ on: [], off: [] })
      }),
    ))
})
