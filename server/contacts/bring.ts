import { and, asc, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import type { Person } from '../../core/people/person'
import { type Known, matchPeople } from '../../core/people/match'
import { type ColumnMeans, type PeopleFile, guessPeople, personOf, refusePerson } from '../../core/people/table'
import { type Judged, lookOf } from '../../core/tables/look'
import type { Brought, BroughtUndone, FileLook } from '../../shared/bring'
import type { bringPeople, lookAtPeople } from '../../shared/bring-people'
import { newContact } from '../../shared/jobs'
import { searchable } from '../../shared/text'
import { readRows } from '../files/rows'
import { now, today } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { type ImportChange, contacts, imports } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import { breathe, inTurns } from '../platform/turns'
import { theBusiness } from '../records/business'
import { broughtBefore } from '../records/imports'
import { isUnused } from './contacts'

type Given = z.output<typeof lookAtPeople>
interface Row extends Judged {
  person: Person
  /** The one they are already. */
  is: string | null
}

/** Reads a file that was given and says of everybody in it what would become of them. */
async function readGiven(given: Given): Promise<{ file: PeopleFile; columns: ColumnMeans[]; rows: Row[] }> {
  const file = await readRows('people', given)
  const { settings, timeZone } = await theBusiness()
  const where = { locale: settings.locale, today: today(timeZone) }
  const columns = file.of === 'csv' ? (given.means ?? guessPeople(file.heads)) : []
  const people = file.of === 'csv' ? await inTurns(file.rows, (r) => personOf(r, columns, where)) : file.people
  const known: Known[] = await db()
    .select({ id: contacts.id, name: contacts.name, email: contacts.email, phone: contacts.phone })
    .from(contacts)
    .orderBy(asc(contacts.createdAt))
  const names = new Map(known.map((k) => [k.id, k.name]))
  const first = file.of === 'csv' ? 2 : 1
  const who = matchPeople(people, known)
  await breathe()
  const rows = await inTurns(people, (given, i): Row => {
    const n = i + first
    const clean = newContact.safeParse({ ...given, born: undefined })
    const person: Person = clean.success ? { ...given, ...clean.data, born: given.born } : given
    const cells = [person.name, person.email, person.phone]
    const wrong = refusePerson(person) ?? (clean.success ? null : (clean.error.issues[0]?.message ?? 'can’t be read'))
    const found = who[i] ?? null
    if (wrong) return { n, cells, person, verdict: 'wrong', is: null, why: wrong }
    if (typeof found === 'string')
      return { n, cells, person, verdict: 'same', is: found, why: `is ${names.get(found) ?? ''}, who is there already` }
    return found === null
      ? { n, cells, person, verdict: 'new', is: null, why: '' }
      : { n, cells, person, verdict: 'repeated', is: null, why: `is the same as in line ${found + first}` }
  })
  return { file, columns, rows }
}

/** What would become of a file; nothing is kept. */
export async function lookAt(given: Given): Promise<FileLook> {
  const { file, columns, rows } = await readGiven(given)
  return lookOf(file, columns, rows)
}

const AT_ONCE = 300
const FILLED = ['email', 'phone', 'address', 'born'] as const

/** Brings in everybody of a file who is new, all or nothing; of the others what is missing, where that is wanted. With the same key it is the same. */
export async function bringIn({ key, same, ...given }: z.output<typeof bringPeople>, by: string): Promise<Brought> {
  const { rows } = await readGiven(given)
  const at = now()
  return write(async (tx) => {
    const there = await broughtBefore(tx, key)
    if (there) return there
    const fresh = rows.filter((r) => r.verdict === 'new')
    const values = fresh.map(({ person }, i) => ({
      id: `${key}-${i}`,
      ...person,
      createdAt: at,
      search: searchable(person.name, person.email, person.phone),
    }))
    for (let i = 0; i < values.length; i += AT_ONCE) {
      await tx.insert(contacts).values(values.slice(i, i + AT_ONCE))
      await breathe()
    }
    const before: ImportChange[] = []
    if (same === 'fill')
      for (const { is, person } of rows.filter((r) => r.verdict === 'same')) {
        const [old] = await tx.select().from(contacts).where(eq(contacts.id, is!))
        const fill = Object.fromEntries(FILLED.flatMap((f) => (!old![f] && person[f] ? [[f, person[f]]] : [])))
        if (!Object.keys(fill).length) continue
        const next = { ...old!, ...fill }
        await tx
          .update(contacts)
          .set({ ...fill, search: searchable(next.name, next.email, next.phone) })
          .where(eq(contacts.id, old!.id))
        before.push({ id: old!.id, filled: fill })
      }
    const left = rows.length - fresh.length - before.length
    await tx.insert(imports).values({ id: key, at, by, added: values.map((v) => v.id), before, left, undoneAt: null })
    return { id: key, added: values.length, filled: before.length, left }
  })
}
/** Takes what was brought in out again; who is in use by now stays, and so does what was changed since. */
export async function undoBringing(id: string): Promise<BroughtUndone> {
  return write(async (tx) => {
    const [there] = await tx.select().from(imports).where(eq(imports.id, id))
    if (there?.of !== 'people') throw notFound('import')
    if (there.undoneAt) return { removed: 0, kept: 0 }
    let removed = 0
    for (let i = 0; i < there.added.length; i += AT_ONCE) {
      const gone = await tx
        .delete(contacts)
        .where(and(inArray(contacts.id, there.added.slice(i, i + AT_ONCE)), isUnused))
        .returning({ id: contacts.id })
      removed += gone.length
      await breathe()
    }
    for (const { id: who, filled } of there.before) {
      const [now] = await tx.select().from(contacts).where(eq(contacts.id, who))
      if (!now) continue
      const back = Object.fromEntries(
        FILLED.flatMap((f) => (filled[f] && now[f] === filled[f] ? [[f, f === 'born' ? null : '']] : [])),
      )
      const next = { ...now, ...back }
      await tx
        .update(contacts)
        .set({ ...back, search: searchable(next.name, next.email, next.phone) })
        .where(eq(contacts.id, who))
    }
    await tx.update(imports).set({ undoneAt: now() }).where(eq(imports.id, id))
    return { removed, kept: there.added.length - removed }
  })
}
