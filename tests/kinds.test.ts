import { describe, expect, it } from 'vitest'
import { kindAsForm } from '../app/features/settings/kindForm'
import { starterOf } from '../server/setup/starters'
import { type KindGiven, kindForm } from '../shared/kinds'

const form = kindForm('EUR', 'de-DE')
const GIVEN: KindGiven = {
  name: 'Gartenfest',
  templates: { quote: 'q', contract: '', waiver: '' },
  invoice: 'agreed',
  facts: [{ key: 'ground', label: 'Untergrund', unit: '' }],
  stages: [
    { key: 'deposit', label: 'Anzahlung', percent: '33,5', from: 'agreed', days: '2' },
    { key: 'rest', label: 'Rest', percent: '', from: 'day', days: '-7' },
  ],
  damage: '1.200,50',
  pricesIncludeTax: true,
  startTime: '14:00',
  hours: '48',
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
    })
  })
  it.each([
    [{ name: ' ' }, 'name'],
    [{ damage: 'viel' }, 'damage'],
    [{ hours: '0' }, 'hours'],
    [{ startTime: '25:00' }, 'startTime'],
    [{ stages: [] }, 'stages'],
    [{ stages: [GIVEN.stages[0]!, { ...GIVEN.stages[0]!, percent: '80' }, GIVEN.stages[1]!] }, 'stages.0.percent'],
    [{ stages: [{ ...GIVEN.stages[0]!, days: 'bald' }] }, 'stages.0.days'],
    [{ facts: [{ key: 'x', label: '', unit: '' }] }, 'facts.0.label'],
  ])('says what is wrong with %j', (wrong, at) => {
    const read = form.safeParse({ ...GIVEN, ...wrong })
    expect(read.error?.issues.map((i) => i.path.join('.'))).toContain(at)
  })
  it('shows a kind of a starter set so that keeping it as it is changes nothing', () => {
    for (const id of ['hire', 'courses', 'visits', 'pictures', 'bare']) {
      const to = { language: 'de', country: 'DE', currency: 'EUR', taxRate: '19', pricesIncludeTax: true } as const
      for (const kind of starterOf(id, to)!.kinds) {
        const shown = kindAsForm({ ...kind, position: 0 } as never, true, (n) => String(n / 100).replace('.', ','))
        expect(form.parse(shown)).toEqual({ name: kind.name, settings: kind.settings })
      }
    }
  })
})
