import { follow } from '../../core/follow-ups/engine'
import type { FollowUp, Occurrence, OccurrenceKind } from '../../core/follow-ups/model'
import { type Figure, compare } from './measure'

const EVENTS = 100_000
const RULES = 50
const KINDS: OccurrenceKind[] = ['signed-all', 'opened', 'paid', 'tag-on', 'completed']

const rules = Array.from({ length: RULES }, (_, i): FollowUp => ({
  id: `rule${i}`,
  on: true,
  kinds: i % 3 ? [] : ['garden'],
  when: { kind: KINDS[i % KINDS.length]!, of: '', days: 0 },
  if: [
    [{ fact: 'job.total', is: 'above', value: String(i * 1000) }],
    [
      { fact: 'job.tags', is: 'has', value: 'regular' },
      { fact: 'job.people', is: 'above', value: '4' },
    ],
  ],
  unless: [],
  steps: [
    { after: { from: 'then', days: 0 }, act: { do: 'invoice' } },
    { after: { from: 'then', days: 2 }, act: { do: 'task', words: 'Ring', member: '', by: { from: 'then', days: 0 } } },
    { after: { from: 'day', days: -7 }, act: { do: 'tag', on: true, what: 'job', tag: 'soon' } },
  ],
  since: '2026-01-01T00:00:00.000Z',
}))
const occurrences = Array.from({ length: EVENTS }, (_, i): Occurrence => ({
  id: `o${i}`,
  kind: KINDS[i % KINDS.length]!,
  at: new Date(Date.UTC(2026, 0, 1) + i * 60_000).toISOString(),
  jobId: `j${i % 5000}`,
  contactId: null,
  paperId: null,
  of: ['contract'],
  because: [],
}))
const factsOf = (o: Occurrence) => {
  const n = Number(o.id.slice(1))
  return {
    'job.kind': n % 2 ? 'garden' : 'course',
    'job.total': (n % 100) * 1000,
    'job.tags': n % 4 ? [] : ['regular'],
    'job.people': String(n % 12),
    'job.day': '2026-12-01',
  }
}

const PLACE = { timeZone: 'Europe/London', at: '09:00' }
/** The bare thing: the same pairs, compared by kind and total alone. */
function bare(): number {
  let met = 0
  for (const o of occurrences) {
    const facts = factsOf(o)
    for (const r of rules) if (r.when.kind === o.kind && facts['job.total'] > Number(r.if[0]![0]!.value)) met += 1
  }
  return met
}

/** A hundred thousand things that occurred, through fifty follow-ups. */
export async function followed(): Promise<Figure[]> {
  const { intents } = follow(rules, occurrences, factsOf, PLACE)
  if (!intents.length || !bare()) throw new Error('Nothing followed: this measures nothing.')
  const name = `100,000 occurrences through 50 follow-ups, ${intents.length.toLocaleString('en')} intents`
  return [await compare(name, 3, () => follow(rules, occurrences, factsOf, PLACE), bare, { value: 10_000 })]
}
