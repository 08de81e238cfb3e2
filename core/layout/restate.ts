import type { Block, Inline, PaperDocument, ValueSource } from '../document/model'
import { mapDocument, mapBlocks } from '../document/walk'
import { type MergeValue, formatValue } from '../merge/merge'
import { ZERO } from '../money/money'
import { keptBy } from '../payment-plan/called-off'
import { planStages } from '../payment-plan/plan'
import { type Choices, applyChoices } from '../pricing/choices'
import { price } from '../pricing/pricing'
import type { PaperFigures } from './figures'
import type { PlacedField } from './types'

/**
 * What a paper's figures are once a client has chosen: the lines as taken, the sums and the payment plan worked out from
 * them. Choices that don't concern the paper's lines change nothing.
 */
export function figuresFor(figures: PaperFigures, choices: Choices): PaperFigures {
  const lines = applyChoices(figures.pricing.lines, choices).lines
  const pricing = { ...figures.pricing, lines }
  const priced = price(pricing)
  // Whether a stage is late doesn't stand on a paper: the day it is worked out on makes no difference.
  const stages = figures.planned
    ? planStages({ ...figures.planned, total: priced.total, today: '0001-01-01' }).stages
    : figures.stages
  return { ...figures, pricing, priced, stages }
}

/** Whether choosing changed anything that is printed. */
export const changes = (before: PaperFigures, after: PaperFigures): boolean =>
  JSON.stringify([before.pricing.lines, before.priced, before.stages.map((s) => [s.key, s.amount, s.dueOn])]) !==
  JSON.stringify([after.pricing.lines, after.priced, after.stages.map((s) => [s.key, s.amount, s.dueOn])])

/** The value that figures give for a path of the merge (`money.deposit`, `stages.balance.amount`); undefined for any other. */
function figureAt(
  path: string,
  { priced, stages, pricing, planned }: PaperFigures,
): Pick<MergeValue, 'type' | 'value'> | undefined {
  const sums: Record<string, number> = { total: priced.total, tax: priced.tax, net: priced.net }
  const [record, key, fact] = path.split('.') as [string, string | undefined, string | undefined]
  if (record === 'money' && key && !fact && Object.hasOwn(sums, key)) return { type: 'amount', value: sums[key]! }
  if (record === 'lines' && fact === 'quantity') {
    const line = pricing.lines.find((l) => l.key === key)
    return line && { type: 'number', value: line.quantity }
  }
  if (record === 'calledOff') {
    const step = planned?.plan.calledOff?.find((s) => String(s.within) === key)
    return step && { type: 'amount', value: keptBy(step, priced.total, stages[0]?.amount ?? ZERO) }
  }
  const stage = record === 'money' || record === 'stages' ? stages.find((s) => s.key === key) : undefined
  if (!stage) return undefined
  return fact === 'due' ? { type: 'day', value: stage.dueOn } : { type: 'amount', value: stage.amount }
}

/** A merged paper with every amount, day and number that hangs on its figures as these figures have it. */
export function restate(document: PaperDocument, figures: PaperFigures): PaperDocument {
  const one = (i: Inline): Inline => {
    if (i.t !== 'text' || !i.source || i.gap) return i
    const now = figureAt(i.source.path, figures)
    if (!now || now.value === null) return i
    return {
      ...i,
      text: formatValue({ ...now, label: '', source: i.source as ValueSource }, i.format, figures, document.language),
    }
  }
  const block = (b: Block): Block[] => {
    if (b.t === 'paragraph' || b.t === 'heading') return [{ ...b, content: b.content.map(one) }]
    return b.t === 'table' ? [{ ...b, head: b.head.map((h) => h.map(one)) }] : [b]
  }
  return mapDocument(document, (blocks) => mapBlocks(blocks, block))
}

/**
 * Marks of a paper as it was sent, at their places on it as it reads now: each of a field's places keeps what stood there, and
 * one that came with another page gets what stands in the field's others.
 */
export function moveMarks<M extends { at: PlacedField }>(marks: readonly M[], places: readonly PlacedField[]): M[] {
  const byKey = new Map<string, M[]>()
  for (const m of marks) byKey.set(m.at.field.key, [...(byKey.get(m.at.field.key) ?? []), m])
  const seen = new Map<string, number>()
  return places.flatMap((at) => {
    const { key } = at.field
    const n = seen.get(key) ?? 0
    seen.set(key, n + 1)
    const there = byKey.get(key)
    const mark = there?.[Math.min(n, there.length - 1)]
    return mark ? [{ ...mark, at: { ...at, field: mark.at.field } }] : []
  })
}
