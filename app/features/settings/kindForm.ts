import { newKey } from '../../composables/api'
import type { KindGiven, StageAsked } from '~~/shared/kinds'
import type { LibraryView } from '~~/shared/library'

type Kind = LibraryView['kinds'][number]

/** A stage of a plan as it is chosen: how much, and how many days from what. */
const stageOf = (label: string, percent: string, from: StageAsked['from'], days: number): StageAsked => ({
  key: newKey(),
  label,
  percent,
  from,
  days: String(days),
})

/** What a kind is, as a form has it. The last stage takes the rest. */
export function kindAsForm(kind: Kind | null, inside: boolean, damageText: (amount: number) => string): KindGiven {
  if (!kind)
    return {
      name: '',
      templates: { quote: '', contract: '', waiver: '' },
      invoice: 'agreed',
      facts: [],
      stages: [stageOf('Deposit', '30', 'agreed', 2), stageOf('Balance', '', 'day', -7)],
      damage: '',
      pricesIncludeTax: inside,
      startTime: '09:00',
      hours: '8',
    }
  const { expects, templates, facts, plan, pricesIncludeTax, usual } = kind.settings
  return {
    name: kind.name,
    templates: {
      quote: expects.quote ? (templates.quote ?? '') : '',
      contract: expects.contract ? (templates.contract ?? '') : '',
      waiver: expects.waivers ? (templates.waiver ?? '') : '',
    },
    invoice: expects.invoice,
    facts: facts.map((f) => ({ ...f })),
    stages: plan.stages.map((s) => ({
      key: s.key,
      label: s.label,
      percent: typeof s.amount === 'object' && 'percent' in s.amount ? s.amount.percent : '',
      from: 'afterAcceptance' in s.due ? 'agreed' : 'day',
      days: String('afterAcceptance' in s.due ? s.due.afterAcceptance : 'fromDay' in s.due ? s.due.fromDay : 0),
    })),
    damage: plan.damageDeposit ? damageText(plan.damageDeposit.amount) : '',
    pricesIncludeTax,
    startTime: usual.startTime,
    hours: String(usual.hours),
  }
}
