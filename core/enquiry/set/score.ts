import { readEnquiry } from '../read'
import type { Enquiry, Known } from '../types'
import type { Case, Truth } from './truth'

export interface Score {
  right: number
  /** What was said and not read, or read as something else. */
  wrong: string[]
  /** What was read and not said. */
  invented: string[]
}

/** What was read, in the terms of the truth. */
function saidOf(e: Enquiry): Record<string, unknown> {
  const out: Record<string, unknown> = {
    name: e.name.value,
    organisation: e.organisation.value,
    email: e.email.value,
    phone: e.phone.value,
    known: e.known,
    starts: e.starts.value,
    ends: e.ends.value,
    either: e.starts.or.length ? e.starts.or.map((d) => d.slice(0, 10)).join(' or ') : null,
    place: e.place.value,
    people: e.people.value,
    children: e.children.value,
    kind: e.kind.value,
    budget: e.budget.value === null ? null : Number(e.budget.value),
  }
  for (const i of e.items) out[`item ${i.id}`] = i.quantity
  for (const [key, f] of Object.entries(e.facts)) out[`fact ${key}`] = f.value
  return out
}
function truthOf(t: Truth): Record<string, unknown> {
  const { items, facts, either, ...rest } = t
  return {
    ...rest,
    ...(either ? { either: either.join(' or ') } : {}),
    ...Object.fromEntries(Object.entries(items ?? {}).map(([k, v]) => [`item ${k}`, v])),
    ...Object.fromEntries(Object.entries(facts ?? {}).map(([k, v]) => [`fact ${k}`, v])),
  }
}

/** Reads every enquiry of a set and holds what was read against what it says, fact by fact. */
export function score(cases: readonly Case[], known: Known): Score {
  const all: Score = { right: 0, wrong: [], invented: [] }
  for (const [, text, truth] of cases) {
    const got = saidOf(readEnquiry(text, known))
    const is = truthOf(truth)
    const about = text.slice(0, 40).replace(/\n/g, ' ')
    for (const key of new Set([...Object.keys(is), ...Object.keys(got)])) {
      const [want, have] = [is[key] ?? null, got[key] ?? null]
      if (want !== null && want === have) all.right += 1
      else if (want !== null) all.wrong.push(`${about}… ${key}: ${String(have)} instead of ${String(want)}`)
      else if (have !== null) all.invented.push(`${about}… ${key}: ${String(have)}`)
    }
  }
  return all
}
