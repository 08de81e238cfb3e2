import type { FieldSpec } from '../document/field'
import type { Choices } from '../pricing/choices'
import { EMPTY, type RoundEvent, type RoundState, acts } from './rounds'
import { apply } from './fold'
import { refuse } from './refuse'

/** What one person gave with their signing, as it stands now. `M` is a signature or initials as they were made. */
export interface StandingGiven<M = unknown> extends Choices {
  person: string
  party: string
  /** When they signed; on paper, when that was booked. */
  at: string
  /** Signed by hand: what is known of it. Nothing else was given then. */
  onPaper: { day: string; says: string; scan: string; pages: string[] } | null
  values: Record<string, string | boolean>
  signature: M | null
  initials: M | null
  marks: Record<string, M>
  consent: { words: string; further?: string } | null
  channel: string
  host: string
  language: string | null
}

export interface Agreed<M = unknown> {
  state: RoundState
  /** By person, in the order they signed. */
  given: Map<string, StandingGiven<M>>
  /** What whoever the price table is for chose. */
  choices: Choices
}

interface Recorded<M> extends Partial<Omit<StandingGiven<M>, 'onPaper' | 'person'>> {
  day?: string
  says?: string
  scan?: string
  pages?: string[]
}

/**
 * The one reading of what was agreed: a round's events folded to what each person's signing stands for now. What was
 * signed before a correction counts no more once it has to be signed again, what somebody gave whose place another took
 * is gone, and what was given last is what counts.
 */
export function agreedOf<M = unknown>(events: readonly { at: string; event: RoundEvent }[]): Agreed<M> {
  let state = EMPTY
  const last = new Map<string, StandingGiven<M>>()
  for (const { at, event } of events) {
    if (refuse(state, event, at)) continue
    state = apply(state, event, at)
    if (event.type !== 'signed' && event.type !== 'on-paper') continue
    const data = event as unknown as Recorded<M>
    const { day = '', says = '', scan = '', pages = [] } = data
    last.delete(event.person)
    last.set(event.person, {
      person: event.person,
      party: state.people.find((p) => p.id === event.person)!.party,
      at,
      onPaper: event.type === 'on-paper' ? { day, says, scan, pages } : null,
      values: data.values ?? {},
      taken: data.taken ?? {},
      quantities: data.quantities ?? {},
      signature: data.signature ?? null,
      initials: data.initials ?? null,
      marks: data.marks ?? {},
      consent: data.consent ?? null,
      channel: data.channel ?? '',
      host: data.host ?? '',
      language: data.language ?? null,
    })
  }
  const stands = (id: string) => state.people.some((p) => p.id === id && acts(p) && p.status === 'done')
  const given = new Map([...last].filter(([id]) => stands(id)))
  const chose = [...given.values()].findLast((g) => Object.keys(g.taken).length + Object.keys(g.quantities).length > 0)
  return { state, given, choices: { taken: chose?.taken ?? {}, quantities: chose?.quantities ?? {} } }
}

/** The signature or initials in a field: made for it alone, or for all of its kind; null where there are none. */
export function markIn<M>(given: StandingGiven<M>, field: FieldSpec): M | null {
  if (field.type !== 'signature' && field.type !== 'initials') return null
  return given.marks[field.key] ?? (field.type === 'signature' ? given.signature : given.initials)
}

/** The answer in a field; undefined where nothing was given. Marks and days of signing have none. */
export const valueIn = (given: StandingGiven, field: FieldSpec): string | boolean | undefined =>
  Object.hasOwn(given.values, field.key) ? given.values[field.key] : undefined

/** Everybody's answers together, by the field's key: each to the fields of their own place alone. */
export function valuesOf(agreed: Agreed, fields: readonly FieldSpec[]): Record<string, string | boolean> {
  const out: Record<string, string | boolean> = {}
  for (const given of agreed.given.values())
    for (const field of fields) {
      const value = field.party === given.party ? valueIn(given, field) : undefined
      if (value !== undefined) out[field.key] = value
    }
  return out
}
