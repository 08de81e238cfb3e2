import { dayOf } from '../../core/calendar/dates'
import type { Ask } from '../../core/document/model'
import type { PaperFigures } from '../../core/layout/figures'
import type { MergeContext } from '../../core/merge/merge'
import { type JobRecord, mergeContext } from '../../core/merge/context'
import { linesIn } from '../../core/pricing/said'
import { numberBy } from '../../core/invoices/numbers'
import { numbersOf } from '../business/numbers'
import { figuresOf } from '../papers/prepare'
import { now } from '../platform/clock'
import { theBusiness } from '../records/business'
import { allFacts } from '../records/facts'
import type { LoadedJob } from '../records/job'

/** The number a quote would get now. */
async function nextQuote(): Promise<string> {
  const { pattern, next } = await numbersOf('quotes')
  return numberBy(pattern, Number(now().slice(0, 4)), next)
}

/** Values for a template, from a job to show it by; without a job they are known but not given. */
export async function sampleContext(
  loaded: LoadedJob | null,
  asks: readonly Ask[],
  paperKind: string,
  language: string,
): Promise<{ context: MergeContext; figures: PaperFigures | null }> {
  const facts = await allFacts(loaded?.kind.id)
  const guest = loaded?.guests[0]
  const own = { asks, values: {}, number: paperKind === 'quote' ? await nextQuote() : '' }
  const at = now()
  if (loaded)
    return {
      context: mergeContext(
        { ...loaded, lines: linesIn(loaded.lines, language) },
        guest ? { guest } : {},
        own,
        facts,
        at,
      ),
      figures: figuresOf(loaded, paperKind, language),
    }
  const business = await theBusiness()
  const nothing = {
    starts: null,
    ends: null,
    furtherDays: [],
    day: null,
    place: '',
    people: null,
    facts: {},
    plan: {},
    title: '',
    id: '',
  }
  const empty: JobRecord = {
    job: nothing,
    rhythm: null,
    kind: { name: '' },
    client: null,
    business,
    priced: { total: null, tax: null, net: null },
    stages: [],
    lines: [],
    guests: [],
    today: dayOf(at, business.timeZone),
  }
  return { context: mergeContext(empty, {}, own, facts, at), figures: null }
}
