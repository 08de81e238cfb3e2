import { dayOf } from '../../core/calendar/dates'
import type { Ask } from '../../core/document/model'
import type { PaperFigures } from '../../core/layout/expand'
import type { MergeContext } from '../../core/merge/merge'
import { type JobRecord, mergeContext } from '../../core/merge/context'
import { figuresOf } from '../papers/prepare'
import { now } from '../platform/clock'
import { theBusiness } from '../records/business'
import { allFacts } from '../records/facts'
import type { LoadedJob } from '../records/job'

/** Values for a template, from a job to show it by; without a job they are known but not given. */
export async function sampleContext(
  loaded: LoadedJob | null,
  asks: readonly Ask[],
  paperKind: string,
): Promise<{ context: MergeContext; figures: PaperFigures | null }> {
  const facts = await allFacts()
  const guest = loaded?.guests[0]
  const own = { asks, values: {} }
  const at = now()
  if (loaded)
    return {
      context: mergeContext(loaded, guest ? { guest } : {}, own, facts, at),
      figures: figuresOf(loaded, paperKind),
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
    title: '',
    id: '',
  }
  const empty: JobRecord = {
    job: nothing,
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
