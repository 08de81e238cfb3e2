import { describe, expect, it } from 'vitest'
import { kindAsForm } from '../app/features/settings/kindForm'
import { starterOf } from '../server/setup/starters'
import { type KindGiven, kindForm } from '../shared/kinds'

const form = kindForm('EUR', 'de-DE')
const FACT = { unit: '', type: 'text', choices: '', least: '', most: '' } as const
const GIVEN: KindGiven = {
  name: 'Gartenfest',
  templates: { quote: 'q', contract: '', waiver: '' },
  invoice: 'agreed',
  facts: [
    { ...FACT, key: 'ground', label: 'Untergrund' },
    { ...FACT, key: 'gate', label: 'Tor', unit: 'm', type: 'number', least: '2,4' },
    { ...FACT, key: 'power', label: 'Strom', unit: 'vergessen', type: 'choice', choices: 'Netz,  Aggregat, Netz,' },
  ],
  stages: [
    { key: 'deposit', label: 'Anzahlung', percent: '33,5', from: 'agreed', days: '2' },
    { key: 'rest', label: 'Rest', percent: '', from: 'day', days: '-7' },
  ],
  calledOff: [
    { key: 'a', within: '30', keep: 'first', percent: '' },
    { key: 'b', within: '7', keep: 'percent', percent: '50' },
  ],
  damage: '1.200,50',
  pricesIncludeTax: true,
  startTime: '14:00',
  hours: '48',
  made: { contract: 'hand', waiver: 'agreed' },
  checkWith: '',
  stageInvoices: false,
}

describe('the form of a job kind', () => {
  it('is read as it is written where the business is', () => {
    const { settings } = form.parse(GIVEN)
    expect(settings.expects).toEqual({ quote: true, contract: false, waivers: false, invoice: 'agreed' })
    expect(settings.plan).toEqual({
      stages: [
        { key: 'deposit', label: 'Anzahlung', amount: { percent: '33.5' }, due: { afterAcceptance: 2 } },
        { key: 'rest', label: 'Rest', amount: 'remainder', due: { fromDay: -7 } },
      ],
      damageDeposit: { amount: 120_050, due: { fromDay: -1 } },
      calledOff: [
        { within: 30, keep: 'first' },
        { within: 7, keep: { percent: '50' } },
      ],
    })
    expect(settings).toMatchObject({ made: { contract: 'hand', waiver: 'agreed' }, checkWith: null })
    expect(settings.facts).toEqual([
      { key: 'ground', label: 'Untergrund', unit: '' },
      { key: 'gate', label: 'Tor', unit: 'm', type: 'number', least: '2.4', most: '' },
      { key: 'power', label: 'Strom', unit: '', type: 'choice', choices: ['Netz', 'Aggregat'] },
    ])
  })
  it.each([
    [{ name: ' ' }, 'name'],
    [{ damage: 'viel' }, 'damage'],
    [{ hours: '0' }, 'hours'],
    [{ startTime: '25:00' }, 'startTime'],
    [{ stages: [] }, 'stages'],
    [{ stages: [GIVEN.stages[0]!, { ...GIVEN.stages[0]!, percent: '80' }, GIVEN.stages[1]!] }, 'stages.0.percent'],
    [{ stages: [{ ...GIVEN.stages[0]!, days: 'bald' }] }, 'stages.0.days'],
    [{ facts: [{ ...FACT, key: 'x', label: '' }] }, 'facts.0.label'],
    [{ facts: [{ ...FACT, key: 'x', label: 'X', type: 'choice', choices: 'eins' }] }, 'facts.0.choices'],
    [{ facts: [{ ...FACT, key: 'x', label: 'X', type: 'number', most: 'viel' }] }, 'facts.0.most'],
    [{ calledOff: [GIVEN.calledOff[0]!, GIVEN.calledOff[0]!] }, 'calledOff'],
    [{ calledOff: [{ ...GIVEN.calledOff[1]!, percent: '' }] }, 'calledOff.0.percent'],
    [{ calledOff: [{ ...GIVEN.calledOff[1]!, within: '-3' }] }, 'calledOff.0.within'],
  ])('says what is wrong with %j', (wrong, at) => {
    const read = form.safeParse({ ...GIVEN, ...wrong })
    expect(read.error?.issues.map((i) => i.path.join('.'))).toContain(at)
  })
  it('shows a kind of a starter set so that keeping it as it is changes nothing', () => {
    for (const id of ['hire', 'courses', 'visits', 'pictures', 'bare']) {
      const to = { language: 'de', country: 'DE', currency: 'EUR', taxRate: '19', pricesIncludeTax: true } as const
      for (const kind of starterOf(id, to)!.kinds) {
        const shown = kindAsForm({ ...kind, position: 0 } as never, true, 'de-DE', (n) =>
          String(n / 100).replace('.', ','),
        )
        expect(form.parse(shown)).toEqual({
          name: kind.name,
          settings: {
            made: { contract: 'accepted', waiver: 'hand' },
            checkWith: null,
            stageInvoices: false,
            ...kind.settings,
          },
        })
      }
    }
  })
})
