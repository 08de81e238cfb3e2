import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { typedAct } from './acts'
import { closeTo } from './close'
import { nearestFirst, nearness } from './rank'

describe('a word with slips of the pen', () => {
  it.each([
    ['marguertie', 'marguerite dupont', true],
    ['orchrad', 'orchard weekend', true],
    ['orch', 'orchard weekend', true],
    ['weir viwe', 'weir view weekend', true],
    ['ada', 'ida brandt', false],
    ['brandt', 'grandt', false],
    ['weir mill', 'weir view', false],
    ['', 'anything', true],
  ])('%s in %s: %s', (typed, text, close) => expect(closeTo(typed)(text)).toBe(close))

  it('is meant by the word itself and by what it begins with', () => {
    const word = fc.stringMatching(/^[a-z]{1,12}$/)
    fc.assert(
      fc.property(word, fc.array(word, { maxLength: 4 }), fc.nat(12), (w, others, n) => {
        const text = [...others, w].join(' ')
        expect(closeTo(w)(text)).toBe(true)
        expect(closeTo(w.slice(0, n + 1))(text)).toBe(true)
      }),
    )
  })
})

describe('an act that was typed', () => {
  it.each([
    ['new waiver for ines', { act: 'new', what: 'waiver', of: 'ines' }],
    ['make a quote for weir view', { act: 'new', what: 'quote', of: 'weir view' }],
    ['book payment from okoro', { act: 'new', what: 'payment', of: 'okoro' }],
    ['new job', { act: 'new', what: 'job', of: '' }],
    ['new waiver for', { act: 'new', what: 'waiver', of: '' }],
    ['nudge weir view', { act: 'nudge', what: null, of: 'weir view' }],
    ['nudge', { act: 'nudge', what: null, of: '' }],
    ['newton', null],
    ['new', null],
    ['orchard', null],
    ['payment okoro', { act: 'new', what: 'payment', of: 'okoro', perhaps: true }],
    ['quote for weir view', { act: 'new', what: 'quote', of: 'weir view', perhaps: true }],
    ['quote', null],
  ])('%s', (typed, act) => expect(typedAct(typed)).toEqual(act))
})

describe('what was found', () => {
  it.each([
    ['okoro', 'okoro garden', 0],
    ['paul okoro', 'paul okoro', 0],
    ['garden okoro', 'okoro garden', 1],
    ['waiv', 'bather’s waiver', 1],
    ['ather', 'bather’s waiver', 2],
    ['okoro', 'quay evening', 3],
  ])('by “%s” is as near as its name “%s”: %i', (typed, name, near) => expect(nearness(typed, name)).toBe(near))

  it('stands nearest first, and else in its order', () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('okoro garden', 'paul okoro', 'quay', 'the okoros'), { maxLength: 12 }),
        (names) => {
          const list = names.map((name, i) => ({ name, i }))
          const out = nearestFirst(list, 'okoro', (x) => x.name)
          expect(out.map((x) => x.i).sort((a, b) => a - b)).toEqual(list.map((x) => x.i))
          out.slice(1).forEach((x, k) => {
            const [a, b] = [nearness('okoro', out[k]!.name), nearness('okoro', x.name)]
            expect(a < b || (a === b && out[k]!.i < x.i)).toBe(true)
          })
        },
      ),
    ))
})
