import { newKey } from '../../composables/api'
import type { InvoiceWhen } from '~~/core/invoices/when'
import { typedDecimal } from '~~/core/money/typed'
import type { KindGiven, StageAsked } from '~~/shared/kinds'
import type { LibraryView } from '~~/shared/library'

/** When a kind's invoice comes, in a few words. */
export const INVOICE_COMES: Record<InvoiceWhen, string> = {
  agreed: 'invoice when agreed',
  signed: 'when every paper is signed',
  completed: 'when it is done',
  day: 'on the day',
  never: 'no invoice',
}

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
export function kindAsForm(
  kind: Kind | null,
  inside: boolean,
  locale: string,
  damageText: (amount: number) => string,
): KindGiven {
  if (!kind)
    return {
      name: '',
      templates: { quote: '', contract: '', waiver: '' },
      invoice: 'agreed',
      facts: [],
      calledOff: [],
      stages: [stageOf('Deposit', '30', 'agreed', 2), stageOf('Balance', '', 'day', -7)],
      damage: '',
      pricesIncludeTax: inside,
      startTime: '09:00',
      hours: '8',
      made: { contract: 'accepted', waiver: 'hand' },
      checkWith: '',
      stageInvoices: false,
    }
  const { expects, templates, facts, plan, pricesIncludeTax, usual, made, checkWith, stageInvoices } = kind.settings
  return {
    name: kind.name,
    templates: {
      quote: expects.quote ? (templates.quote ?? '') : '',
      contract: expects.contract ? (templates.contract ?? '') : '',
      waiver: expects.waivers ? (templates.waiver ?? '') : '',
    },
    invoice: expects.invoice,
    facts: facts.map((f) => ({
      key: f.key,
      label: f.label,
      unit: f.unit,
      type: f.type ?? 'text',
      choices: (f.choices ?? []).join(', '),
      least: typedDecimal(f.least ?? '', locale),
      most: typedDecimal(f.most ?? '', locale),
    })),
    calledOff: (plan.calledOff ?? []).map(({ within, keep }) => ({
      key: newKey(),
      within: String(within),
      keep: keep === 'first' ? 'first' : 'percent',
      percent: keep === 'first' ? '' : keep.percent,
    })),
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
    made: { ...(made ?? { contract: 'accepted', waiver: 'hand' }) },
    checkWith: checkWith ?? '',
    stageInvoices: !!stageInvoices,
  }
}
