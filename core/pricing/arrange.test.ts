import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor } from '../money/money'
import { addVariant, discountSection, dropVariant, putInSection, putInVariant, renameVariant } from './arrange'
import { settled, readBreaks } from './breaks'
import { applyChoices } from './choices'
import { contentText, readContents } from './contents'
import { type PricedLine, price } from './pricing'
import { inOrder, takenOf, variantKey, variantsOf, withVariant } from './variants'

const line = (key: string, over: Partial<PricedLine> = {}): PricedLine => ({
  key,
  description: key,
  unit: '',
  quantity: '1',
  unitPrice: minor(10_000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
const of = (lines: PricedLine[]) => price({ lines, discount: null, pricesIncludeTax: true })
const keys = (lines: readonly PricedLine[]) => lines.map((l) => l.key).join(' ')
/** Any way of arranging lines, one act after another. */
type Act = (lines: PricedLine[], n: number) => PricedLine[]
const acts: Act[] = [
  (ls, n) => putInSection(ls, ls[n % ls.length]!.key, ['Evening', 'Morning', ''][n % 3]!),
  (ls, n) => discountSection(ls, ls[n % ls.length]!.key, n % 2 ? { percent: '10' } : { amount: minor(n) }),
  (ls, n) => addVariant(ls, () => `copy${n}-${(counter += 1)}`),
  (ls, n) => renameVariant(ls, variantsOf(ls)[n % 2] ?? '', ['Large', 'Small'][n % 2]!),
  (ls, n) => dropVariant(ls, variantsOf(ls)[n % 2] ?? ''),
  (ls, n) => putInVariant(ls, ls[n % ls.length]!.key, variantsOf(ls)[n % 3] ?? ''),
  (ls, n) => withVariant(ls, variantsOf(ls)[n % 2] ?? null),
]
let counter = 0

describe('prices from so many on', () => {
  it('go by the quantity, also when the client sets it', () => {
    const breaks = readBreaks('10: 8; 5: 9,50', minor(1_000), 'EUR', 'de-DE')!
    const wood = line('wood', { breaks, clientQuantity: { min: '1', max: '20', step: '1' } })
    const at = (quantity: string) => {
      const { lines } = applyChoices([wood], { taken: {}, quantities: { wood: quantity } })
      return [lines[0]!.unitPrice, of(lines).total]
    }
    expect(at('4')).toEqual([1_000, 4_000])
    expect(at('5')).toEqual([950, 4_750])
    expect(at('10')).toEqual([800, 8_000])
  })
  it('are never dearer at one place and cheaper at the next than what was typed says', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { maxLength: 6 }), fc.nat(120), (froms, many) => {
        const typed = froms.map((f) => `${f}: ${f}.00`).join('; ')
        const breaks = readBreaks(typed, minor(1), 'GBP', 'en-GB')!
        const wood = settled(line('w', { breaks, quantity: String(many), unitPrice: minor(1) }))
        expect(wood.unitPrice).toBe(Math.max(0, ...froms.filter((f) => f <= many)) * 100 || 1)
      }),
    )
  })
  it.each(['10', '10: x', '0: 5', '5: 4; 5: 3', '5: -1', '5: 4: 3'])('can’t be read from %j', (typed) =>
    expect(readBreaks(typed, minor(1), 'GBP', 'en-GB')).toBeNull(),
  )
})

describe('what a package is made up of', () => {
  const items = [{ id: 'i1', code: 'TWL', description: 'Towel', unit: '' }]
  it('is read a row at a time, items told by their words or code', () => {
    expect(readContents('20 × towel\n1.5 h of tending\nTWL\n\n2 chairs', 'en-GB', items)).toEqual([
      { quantity: '20', unit: '', description: 'Towel', item: 'i1' },
      { quantity: '1.5', unit: '', description: 'h of tending' },
      { quantity: '1', unit: '', description: 'Towel', item: 'i1' },
      { quantity: '2', unit: '', description: 'chairs' },
    ])
  })
  it('reads what it wrote', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999 }), fc.stringMatching(/^[A-Za-z][a-z ]{0,20}[a-z]$/), (n, words) => {
        const typed = contentText({ quantity: String(n), unit: '', description: words }, 'de-DE')
        expect(readContents(typed, 'de-DE', [])).toEqual([{ quantity: String(n), unit: '', description: words }])
      }),
    ))
})

describe('a section', () => {
  it('takes its discount off its lines together, to the cent', () => {
    const lines = ['a', 'b', 'c'].map((k) =>
      line(k, { unitPrice: minor(333), section: { name: 'S', discount: { percent: '10' } } }),
    )
    const { lines: results, total } = of([...lines, line('d')])
    expect(results.map((r) => r.discount)).toEqual([34, 33, 33, 0])
    expect(total).toBe(999 - 100 + 10_000)
  })
  it('an option that isn’t taken shows what it would cost, and takes nothing from the others', () => {
    const s = { section: { name: 'S', discount: { percent: '50' } } }
    const { lines, total } = of([line('a', s), line('b', { ...s, optional: true, chosen: false })])
    expect(lines.map((r) => r.net)).toEqual([5_000, 5_000])
    expect(total).toBe(5_000)
  })
})

describe('variants', () => {
  it('are a copy of the lines to be changed; one counts', () => {
    const two = addVariant([line('a'), line('b', { unitPrice: minor(1) })], () => `c${(counter += 1)}`)
    expect(variantsOf(two)).toEqual(['A', 'B'])
    expect(of(two).total).toBe(10_001)
    const b = two.find((l) => l.variant?.name === 'B')!.key
    const dearer = two.map((l) => (l.key === b ? { ...l, unitPrice: minor(7) } : l))
    const taken = applyChoices(dearer, { taken: { [variantKey('B')]: true, [variantKey('A')]: false }, quantities: {} })
    expect(taken.problems).toEqual([])
    expect(of(taken.lines).total).toBe(8)
  })
  it.each([
    [{ A: true, B: true }, 1],
    [{ A: false }, 1],
    [{ A: false, B: false }, 1],
    [{ C: true }, 1],
    [{ B: true }, 0],
    [{}, 0],
  ])('of those chosen as %j %i is a fault', (chosen, faults) => {
    const two = addVariant([line('a')], () => 'c')
    const taken = Object.fromEntries(Object.entries(chosen).map(([k, v]) => [variantKey(k), v!]))
    expect(applyChoices(two, { taken, quantities: {} }).problems).toHaveLength(faults)
  })
  it('a group of which one is taken is of one variant', () => {
    const two = addVariant(
      [line('a', { group: 'g' }), line('b', { group: 'g', chosen: false })],
      () => `g${(counter += 1)}`,
    )
    expect(applyChoices(two, { taken: { [variantKey('B')]: true }, quantities: {} }).problems).toEqual([])
  })
  it('however they are arranged, one counts, sections stand together and take off the same', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(acts.length - 1), fc.nat(50)), { maxLength: 12 }), (steps) => {
        const lines = steps.reduce<PricedLine[]>(
          (ls, [a, n]) => (ls.length ? acts[a]!(ls, n) : ls),
          [line('a'), line('b', { optional: true }), line('c', { unitPrice: minor(333) })],
        )
        const names = variantsOf(lines)
        if (names.length)
          expect(new Set(lines.filter((l) => l.variant?.taken).map((l) => l.variant!.name)).size).toBe(1)
        expect(keys(inOrder(lines)).split(' ').sort()).toEqual(keys(lines).split(' ').sort())
        expect(keys(inOrder(inOrder(lines)))).toBe(keys(inOrder(lines)))
        const offs = new Map<string, string>()
        for (const l of lines.filter((l) => l.section)) {
          const at = `${l.variant?.name ?? ''} ${l.section!.name}`
          expect(offs.get(at) ?? JSON.stringify(l.section)).toBe(JSON.stringify(l.section))
          offs.set(at, JSON.stringify(l.section))
        }
        const taken = takenOf(lines)
        const without = lines.filter((l) => !l.variant || l.variant.name === taken)
        expect(of(lines).total).toBe(of(without.map((l) => ({ ...l, variant: null }))).total)
      }),
    )
  })
})
