import type { PaperDocument } from '../document/model'
import { pageInitials, fieldsOf, mapFields } from '../document/walk'
import type { FieldSpec } from '../document/field'
import { mapRule } from '../fields/rules'
import type { PlacedField } from '../layout/types'
import type { PlanPerson } from './plan'

/** A paper of a round as it was merged and laid out, before people stand in it. */
interface GatherPaper {
  id: string
  document: PaperDocument
  placed: readonly PlacedField[]
}

export interface Gathered {
  id: string
  document: PaperDocument
  placed: PlacedField[]
}

/** Two fields that are one: what is typed for the first stands in the second. */
const same = (a: FieldSpec, b: FieldSpec) =>
  JSON.stringify({ ...a, required: 0, line: 0 }) === JSON.stringify({ ...b, required: 0, line: 0 })

/**
 * Several papers made one round. Each person gets one name for their place, whatever a paper calls it (`personOf` says
 * who stands for a party of a paper); a field that two papers share by key and meaning stays one, and one that merely has
 * the same key gets another, everywhere it is named in its paper.
 */
export function gather(
  papers: readonly GatherPaper[],
  personOf: (paper: string, party: string) => string | null,
): Gathered[] {
  const known = new Map<string, FieldSpec>()
  return papers.map((paper) => {
    const party = (key: string) => personOf(paper.id, key) ?? key
    const all = new Map<string, FieldSpec>()
    for (const { field } of paper.placed) all.set(field.key, field)
    mapFields(paper.document, (f) => {
      if (!all.has(f.key)) all.set(f.key, f)
      return f
    })
    const renamed = new Map<string, string>()
    for (const [key, field] of all) {
      const moved = { ...field, party: party(field.party) }
      let name = key === pageInitials(field.party).key ? pageInitials(moved.party).key : key
      for (let n = 2; known.has(name) && !same(known.get(name)!, { ...moved, key: known.get(name)!.key }); n += 1)
        name = `${key.slice(0, 70)}--${n}`
      if (!known.has(name)) known.set(name, { ...moved, key: name })
      renamed.set(key, name)
    }
    const name = (key: string) => renamed.get(key) ?? key
    const change = <F extends FieldSpec>(f: F): F => ({
      ...f,
      key: name(f.key),
      party: party(f.party),
      ...(f.show ? { show: mapRule(f.show, name) } : {}),
      ...(f.require ? { require: mapRule(f.require, name) } : {}),
      ...(f.compute ? { compute: { ...f.compute, of: f.compute.of.map(name) } } : {}),
    })
    const document = mapFields(paper.document, change)
    return {
      id: paper.id,
      document: {
        ...document,
        // Somebody who stands for two parties is one.
        parties: document.parties
          .map((p) => ({ ...p, key: party(p.key) }))
          .filter((p, i, list) => list.findIndex((q) => q.key === p.key) === i),
        ...(document.initials ? { initials: document.initials.map(party) } : {}),
      },
      placed: paper.placed.map((at) => ({ ...at, field: change(at.field) })),
    }
  })
}

/** The fields of one place over all papers, each once. */
export function fieldsAt(place: string, gathered: readonly Gathered[]): FieldSpec[] {
  const all = new Map<string, FieldSpec>()
  for (const { document, placed } of gathered) {
    for (const f of fieldsOf(document)) if (f.party === place && !all.has(f.key)) all.set(f.key, f)
    for (const { field: f } of placed)
      if (f.party === place && ['take', 'quantity', 'agreed-total'].includes(f.type) && !all.has(f.key))
        all.set(f.key, f)
  }
  return [...all.values()]
}

/** Who stands where: the key of each person's place over all papers, each its own. */
export function placesOf(people: readonly PlanPerson[]): Map<string, string> {
  const places = new Map<string, string>()
  const taken = new Set<string>()
  for (const p of people) {
    const wanted = p.stands[0]?.party ?? p.part
    let place = wanted
    for (let n = 2; taken.has(place); n += 1) place = `${wanted.slice(0, 36)}-${n}`
    taken.add(place)
    places.set(p.key, place)
  }
  return places
}
