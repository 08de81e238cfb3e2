import type { PaperKind } from '../document/kinds'
import type { InvoiceWhen } from '../invoices/when'
import { type Day, addDays, formatDay, relativeDay } from '../calendar/dates'
import { type Minor, formatMoney, sum } from '../money/money'
import type { Stage } from '../payment-plan/plan'
import type { RoundMove, Stuck } from '../rounds/move'

/** How a stop stands; each has its own shape on the screen. */
export type StopState = 'not-yet' | 'yours' | 'theirs' | 'settled' | 'trouble' | 'skipped'
export type StopKey = 'quote' | 'contract' | 'deposit' | 'waivers' | 'day' | 'invoice' | 'paid'
export interface Stop {
  key: StopKey
  label: string
  note: string
  state: StopState
}

export type PaperState = 'draft' | 'out' | 'signed' | 'declined' | 'withdrawn' | 'lapsed'
/** One paper as the line sees it: whose move it is while it is out, and who that is. */
export interface PaperFact {
  id: string
  kind: PaperKind
  title: string
  state: PaperState
  /** Whose move it is while it is out. */
  move: RoundMove | null
  reason: string | null
  since: string | null
}

/** Everything the line is worked out from, besides the day it is looked at. */
export interface LineFacts {
  expects: { quote: boolean; contract: boolean; waivers: number; invoice: InvoiceWhen }
  papers: readonly PaperFact[]
  agreedOn: Day | null
  total: Minor
  stages: readonly Stage[]
  paid: Minor
  invoice: { number: string; state: 'issued' | 'part-paid' | 'paid' } | null
  day: Day | null
  endDay: Day | null
  /** The day a member said it was done on; not set before that was kept. */
  completedOn?: Day | null
  /** The day it was called off on, and whether the business has money to give back. */
  calledOff?: { on: Day; back: Minor } | null
  currency: string
}

const done = (s: Stage) => s.state === 'paid' || s.state === 'waived' || s.state === 'returned'

/** The latest paper of a kind that still counts (a withdrawn one gives way to any other). */
export function current(facts: LineFacts, kind: PaperFact['kind']): PaperFact | null {
  const all = facts.papers.filter((p) => p.kind === kind)
  return all.filter((p) => p.state !== 'withdrawn').at(-1) ?? all.at(-1) ?? null
}

function paperStop(
  key: 'quote' | 'contract',
  label: string,
  expected: boolean,
  paper: PaperFact | null,
  superseded: boolean,
): Stop {
  const stop = (state: StopState, note: string): Stop => ({ key, label: paper?.title || label, note, state })
  if (!paper) return expected && !superseded ? stop('not-yet', 'not made yet') : stop('skipped', 'not needed')
  switch (paper.state) {
    case 'signed':
      return stop('settled', key === 'quote' ? 'accepted' : 'signed')
    case 'draft':
      return stop('yours', 'yours to send')
    case 'declined':
      return stop('trouble', paper.reason ? `declined: “${paper.reason}”` : 'declined')
    case 'lapsed':
      return stop('trouble', 'lapsed unsigned')
    case 'withdrawn':
      return stop('trouble', 'withdrawn')
    case 'out':
      return outStop(paper.move, stop)
  }
}

/** What is said of what keeps a paper from going on. */
export const stuckWords = ({ why, who }: Stuck): string =>
  ({
    held: 'on hold',
    locked: `${who} is out of tries`,
    bounced: `the message to ${who} came back`,
    asks: `${who} asks something`,
  })[why]

/** Names as a sentence has them, and the verb that goes with them: `Petra and Jan have`. */
export function named(names: readonly string[]): { names: string; has: string; many: boolean } {
  const all = names.length < 2 ? (names[0] ?? 'Nobody') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`
  return { names: all, has: `${all} ${names.length > 1 ? 'have' : 'has'}`, many: names.length > 1 }
}

/** How a paper stands in a few words, and its state: the same wherever it is named. */
export function paperSays(paper: Pick<PaperFact, 'state' | 'move'>): { state: StopState; note: string } {
  const STATES = {
    draft: 'yours',
    signed: 'settled',
    declined: 'trouble',
    lapsed: 'trouble',
    withdrawn: 'skipped',
  } as const
  if (paper.state !== 'out') return { state: STATES[paper.state], note: paper.state }
  const { state, note } = outStop(paper.move, (m, n) => ({ key: 'contract', label: '', state: m, note: n }))
  return { state, note }
}

function outStop(move: RoundMove | null, stop: (state: StopState, note: string) => Stop): Stop {
  if (!move) return stop('theirs', 'out')
  if (move.stuck) return stop(move.stuck.why === 'asks' ? 'yours' : 'trouble', stuckWords(move.stuck))
  return move.whose === 'ours'
    ? stop('yours', move.begun ? 'yours to countersign' : 'yours to sign')
    : stop('theirs', `with ${named(move.names).names}`)
}

/** The line of a job that was called off: what was done stays, what was to come won't; what is left is money. */
function lineCalledOff(stops: readonly Stop[], { calledOff, currency, stages }: LineFacts, today: Day): Stop[] {
  const open = sum(stages.filter((s) => !s.held).map((s) => s.open))
  return stops.map((s): Stop => {
    if (s.key === 'day') return { ...s, state: 'skipped', note: `called off ${formatDay(calledOff!.on, today)}` }
    if (s.key === 'paid' && calledOff!.back > 0)
      return { ...s, state: 'yours', note: `${formatMoney(calledOff!.back, currency)} to give back` }
    if (s.key === 'paid')
      return open > 0
        ? { ...s, state: 'theirs', note: `${formatMoney(open, currency)} left` }
        : { ...s, state: 'settled', note: 'settled' }
    return s.state === 'settled' ? s : { ...s, state: 'skipped', note: 'called off' }
  })
}

/** The job's line on a given day: its stops in the order things happen. */
export function lineOf(facts: LineFacts, today: Day): Stop[] {
  const stops = lineAsAgreed(facts, today)
  return facts.calledOff ? lineCalledOff(stops, facts, today) : stops
}

function lineAsAgreed(facts: LineFacts, today: Day): Stop[] {
  const money = (n: Minor) => formatMoney(n, facts.currency)
  const quote = current(facts, 'quote'),
    contract = current(facts, 'contract')
  const stops: Stop[] = [
    paperStop('quote', 'Quote', facts.expects.quote, quote, !!contract && contract.state !== 'draft'),
    paperStop('contract', 'Contract', facts.expects.contract, contract, false),
  ]
  const deposit = facts.stages.find((s) => s.key === 'deposit')
  stops.push({
    key: 'deposit',
    label: 'Deposit',
    ...(!deposit || deposit.state === 'waived'
      ? { state: 'skipped' as const, note: 'none' }
      : done(deposit)
        ? { state: 'settled' as const, note: `${money(deposit.amount)} paid` }
        : isLate(deposit, today)
          ? { state: 'trouble' as const, note: `${money(deposit.open)} overdue` }
          : facts.agreedOn
            ? {
                state: 'theirs' as const,
                note: deposit.dueOn
                  ? `${money(deposit.open)} due ${relativeDay(deposit.dueOn, today)}`
                  : `${money(deposit.open)} asked for`,
              }
            : { state: 'not-yet' as const, note: money(deposit.amount) }),
  })
  stops.push(waiverStop(facts, today))
  stops.push(dayStop(facts, today))
  stops.push({
    key: 'invoice',
    label: 'Invoice',
    ...(facts.expects.invoice === 'never'
      ? { state: 'skipped' as const, note: 'none' }
      : facts.invoice
        ? { state: 'settled' as const, note: facts.invoice.number }
        : { state: 'not-yet' as const, note: INVOICE_COMES[facts.expects.invoice] }),
  })
  const open = sum(facts.stages.filter((s) => !s.held && !done(s)).map((s) => s.open))
  const late = facts.stages.filter((s) => !s.held && isLate(s, today) && s.key !== 'deposit')
  stops.push({
    key: 'paid',
    label: 'Paid',
    ...(facts.total > 0 && open === 0 && facts.paid >= facts.total
      ? { state: 'settled' as const, note: money(facts.paid) }
      : late.length
        ? { state: 'trouble' as const, note: `${money(sum(late.map((s) => s.open)))} overdue` }
        : { state: 'not-yet' as const, note: open > 0 ? `${money(open)} left` : 'nothing to pay' }),
  })
  return stops
}

const INVOICE_COMES = {
  agreed: 'when it is agreed',
  signed: 'when all have signed',
  completed: 'when it is done',
  day: 'on the day',
}

function dayStop(facts: LineFacts, today: Day): Stop {
  const stop = (state: StopState, note: string): Stop => ({ key: 'day', label: 'The day', note, state })
  if (facts.completedOn) return stop('settled', `done ${formatDay(facts.completedOn, today)}`)
  const ended = facts.endDay ?? facts.day
  if (!ended) return stop('not-yet', 'no day yet')
  if (ended < today && isToComplete(facts, today)) return stop('yours', 'yours to complete')
  return stop(ended < today ? 'settled' : 'not-yet', formatDay(facts.day ?? ended, today))
}

/** Whether its invoice waits for somebody to say that it is done, and its day has come. */
export const isToComplete = (facts: LineFacts, today: Day): boolean =>
  facts.expects.invoice === 'completed' &&
  !!facts.agreedOn &&
  !facts.completedOn &&
  !facts.invoice &&
  !!facts.day &&
  facts.day <= today

/** Whether every paper a job needs is signed, and none is still being made or out. */
export const isAllSigned = (facts: LineFacts): boolean =>
  facts.papers.every((p) => p.state !== 'draft' && p.state !== 'out') &&
  (!facts.expects.contract || current(facts, 'contract')?.state === 'signed') &&
  facts.papers.filter((p) => p.kind === 'waiver' && p.state === 'signed').length >= facts.expects.waivers

/** Whether an agreed stage's day has passed unpaid, on whatever day it is looked at. */
export function isLate(stage: Stage, today: Day): boolean {
  return !done(stage) && stage.open > 0 && stage.state !== 'planned' && stage.dueOn !== null && stage.dueOn < today
}

function waiverStop(facts: LineFacts, today: Day): Stop {
  const waivers = facts.papers.filter((p) => p.kind === 'waiver' && p.state !== 'withdrawn')
  const wanted = Math.max(facts.expects.waivers, waivers.length)
  const signed = waivers.filter((p) => p.state === 'signed').length
  const stop = (state: StopState, note: string): Stop => ({ key: 'waivers', label: 'Waivers', note, state })
  if (wanted === 0) return stop('skipped', 'not needed')
  const note = `${signed} of ${wanted}`
  if (signed >= wanted) return stop('settled', note)
  if (waivers.some((p) => p.state === 'declined' || p.state === 'lapsed')) return stop('trouble', note)
  if (facts.day && facts.day >= today && facts.day <= addDays(today, 3))
    return stop('trouble', `${wanted - signed} missing`)
  return stop(waivers.some((p) => p.state === 'out') ? 'theirs' : 'not-yet', note)
}

/** Whether everything that must be done before the day is done. */
export function isReady(facts: LineFacts): boolean {
  const contract = current(facts, 'contract')
  const deposit = facts.stages.find((s) => s.key === 'deposit')
  const waivers = facts.papers.filter((p) => p.kind === 'waiver' && p.state === 'signed').length
  return (
    (!facts.expects.contract || contract?.state === 'signed') &&
    (!deposit || done(deposit)) &&
    waivers >= facts.expects.waivers
  )
}

/** Where the job stands, in one phrase: the first stop in trouble, else yours, else theirs. */
export function standing(
  stops: readonly Stop[],
  facts: LineFacts,
): { state: StopState; stop: StopKey | null; words: string } {
  for (const state of ['trouble', 'yours', 'theirs'] as const) {
    const stop = stops.find((s) => s.state === state)
    if (stop) return { state, stop: stop.key, words: words(stop) }
  }
  if (stops.every((s) => s.state === 'settled' || s.state === 'skipped'))
    return { state: 'settled', stop: null, words: 'done' }
  const quote = stops.find((s) => s.key === 'quote')!,
    contract = stops.find((s) => s.key === 'contract')!
  if (quote.state === 'not-yet') return { state: 'yours', stop: 'quote', words: 'quote to make' }
  if (contract.state === 'not-yet') return { state: 'yours', stop: 'contract', words: 'contract to make' }
  return { state: 'not-yet', stop: null, words: isReady(facts) ? 'ready' : 'under way' }
}

function words(stop: Stop): string {
  switch (stop.key) {
    case 'deposit':
      return stop.state === 'trouble' ? `deposit ${stop.note}` : `waiting for the deposit, ${stop.note}`
    case 'waivers':
      return stop.state === 'trouble'
        ? stop.note.includes('missing')
          ? stop.note.replace('missing', 'waivers missing')
          : `a waiver is in trouble, ${stop.note}`
        : `${stop.note} waivers signed`
    case 'paid':
      return stop.note
    case 'quote':
    case 'contract':
      return stop.state === 'yours' ? stop.note : `${stop.label.toLowerCase()} ${stop.note}`
    default:
      return stop.note
  }
}
