import { describe, expect, it } from 'vitest'
import { blocksOf, fieldsOf, walkInlines } from '../../../core/document/walk'
import { starterNames, starterOf } from '.'
import { starterLanguages } from './words'

const cases = starterNames.flatMap(({ id }) => starterLanguages.map((language) => [id, language] as const))
const made = (id: string, language: (typeof starterLanguages)[number]) =>
  starterOf(id, {
    language,
    country: language === 'de' ? 'DE' : 'GB',
    currency: 'EUR',
    taxRate: '19',
    pricesIncludeTax: true,
  })!
const words = (of: ReturnType<typeof made>) =>
  of.templates.flatMap((t) => [...walkInlines(blocksOf(t.document))].flatMap((i) => (i.t === 'text' ? [i.text] : [])))

/** Values that every job has or a fallback is written for. */
const KNOWN =
  /^(business\.(name|legalName|address|email|bank)|(client|guest)\.name|job\.(title|starts|ends|place)|money\.(total|tax|deposit|damage)|paper\.(date|number))$/

describe.each(cases)('the set “%s” in %s', (id, language) => {
  const set = made(id, language)
  it('holds together: every paper a kind names is there, and somebody signs each', () => {
    expect(set.kinds.length).toBeGreaterThan(0)
    for (const t of set.templates) {
      const fields = fieldsOf(t.document)
      for (const p of t.document.parties)
        expect(fields.filter((f) => f.party === p.key && f.type === 'signature')).toHaveLength(1)
      expect(new Set(fields.map((f) => f.key)).size).toBe(fields.length)
    }
    for (const k of set.kinds) {
      expect(k.settings.plan.stages.at(-1)!.amount).toBe('remainder')
      expect(!!k.settings.templates.quote).toBe(k.settings.expects.quote)
    }
    expect(set.items.every((i) => i.taxRate === '19' && i.unitPrice > 0)).toBe(true)
  })
  it('asks for no value that no job has', () => {
    const asked = set.templates.flatMap((t) =>
      [...walkInlines(blocksOf(t.document))].flatMap((i) => (i.t === 'value' ? [i.path] : [])),
    )
    expect(asked.filter((path) => !KNOWN.test(path))).toEqual([])
  })
  it('says in its language all that is said in the other', () => {
    const other = made(id, language === 'de' ? 'en' : 'de')
    expect(words(set)).toHaveLength(words(other).length)
    const text = ` ${words(set).join(' ')} ${set.items.map((i) => i.description).join(' ')} `
    const foreign = language === 'de' ? / (the|and|you|your|is|of|with) /i : / (der|die|und|Sie|wir|ist|für) /
    expect(text).not.toMatch(foreign)
  })
})

it('a set that isn’t there is none', () => {
  expect(
    starterOf('nothing', { language: 'en', country: 'GB', currency: 'GBP', taxRate: '20', pricesIncludeTax: false }),
  ).toBeNull()
})
