import { type PlanPaper, type PlanPerson, partOf, planPerson } from './plan'

/** Who stands for a party of a paper: a contact, or a member of the business. */
export type Binding = { contactId: string } | { memberId: string }

/** Who somebody is, as the records say. */
export type KnownPerson = Pick<PlanPerson, 'contactId' | 'memberId' | 'name' | 'email' | 'phone'>

/** A paper with whoever stands for its parties; a party without a name in the records stands empty. */
interface BoundPaper {
  id: string
  bindings: Readonly<Record<string, Binding>>
}

/** The key of somebody in a plan, and in what the records say of them. */
export const keyOf = (b: Binding): string => ('memberId' in b ? `m-${b.memberId}` : `c-${b.contactId}`)

/** The turn of each party: clients, guests and guardians first, the business last. */
export const turnOf = (party: string): number => (party === 'business' ? 2 : 1)

/**
 * Everybody bound to a party stands in the plan once, whatever they stand for; whoever is bound no longer stands there no
 * more. `known` has the records' word on everybody bound, by {@link keyOf}; `views` are the papers as the plan sees them.
 */
export function bindPeople(
  people: readonly PlanPerson[],
  papers: readonly BoundPaper[],
  views: readonly PlanPaper[],
  known: ReadonlyMap<string, KnownPerson>,
): PlanPerson[] {
  const out: PlanPerson[] = people.map((p) => ({ ...p, stands: [] }))
  for (const paper of papers)
    for (const { key: party } of views.find((v) => v.id === paper.id)?.parties ?? []) {
      const binding = paper.bindings[party]
      const who = binding && known.get(keyOf(binding))
      if (!binding || !who) continue
      let at = out.find(
        (p) => p.part !== 'check' && (who.memberId ? p.memberId === who.memberId : p.contactId === who.contactId),
      )
      if (!at) {
        at = planPerson.parse({
          ...who,
          key: keyOf(binding),
          turn: turnOf(party) === 2 ? Math.max(2, ...out.map((p) => p.turn)) : 1,
          part: 'sign',
          reach: who.email ? 'email' : 'device',
        })
        out.push(at)
      }
      // The record is where a name and an address are corrected.
      Object.assign(at, { name: who.name, email: who.email || at.email, phone: who.phone || at.phone })
      if (at.reach === 'device' && who.email && !people.some((p) => p.key === at!.key)) at.reach = 'email'
      at.stands.push({ paper: paper.id, party })
    }
  return out
    .filter((p) => p.stands.length || people.find((q) => q.key === p.key)?.stands.length === 0)
    .map((p) => ({ ...p, part: partOf(p, views) }))
}

/** The bindings of a paper by whoever stands for its parties in a plan; where nobody does, the party is left out. */
export function boundBy(
  paper: { id: string; parties: readonly { key: string }[] },
  people: readonly PlanPerson[],
): Record<string, Binding> {
  const bindings: Record<string, Binding> = {}
  for (const { key } of paper.parties) {
    const p = people.find((x) => x.stands.some((s) => s.paper === paper.id && s.party === key))
    if (p?.memberId) bindings[key] = { memberId: p.memberId }
    else if (p?.contactId) bindings[key] = { contactId: p.contactId }
  }
  return bindings
}
