import { and, eq, isNull, sql } from 'drizzle-orm'
import type { SameLook } from '../../shared/out/person'
import { searchable } from '../../shared/text'
import { later, now } from '../platform/clock'
import { type Db, db, write } from '../platform/db/client'
import { type Moved, contacts, jobs, merges, ownPages } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem, notFound } from '../platform/problem'
import { tellScreens, touch } from '../standing/touch'

/** How long two who were taken for one can be told apart again, in days. */
export const APART_DAYS = 30
type Contact = typeof contacts.$inferSelect

/**
 * Every column that says a contact, and what would stand twice where both have it (the key besides). Frozen versions, chains,
 * invoices and seals name whom they name: they stay as they are.
 */
interface Column {
  table: string
  column: string
  /** What tells its rows apart, beside the contact; `id` where it isn't said. */
  by?: string
  once?: readonly string[]
  also?: string
}
const COLUMNS: readonly Column[] = [
  { table: 'jobs', column: 'client_id' },
  { table: 'guests', column: 'contact_id', by: 'job_id', once: ['job_id'] },
  { table: 'round_people', column: 'contact_id' },
  { table: 'tasks', column: 'contact_id' },
  { table: 'flow_asks', column: 'contact_id' },
  { table: 'occurrences', column: 'contact_id', by: 'n' },
  { table: 'mail_in', column: 'contact_id' },
  { table: 'standing_answers', column: 'contact_id' },
  { table: 'standing_answers', column: 'perhaps' },
  { table: 'visit_marks', column: 'contact_id' },
  { table: 'visit_marks', column: 'with_id' },
  { table: 'happenings', column: 'contact_id' },
  { table: 'consents', column: 'contact_id' },
  { table: 'tags', column: 'of_id', by: 'same', once: ['of', 'same'], also: `"of" = 'person'` },
  { table: 'ties', column: 'from_id', once: ['kind', 'to_id'] },
  { table: 'ties', column: 'to_id', once: ['kind', 'from_id'] },
]
/** Columns of JSON that name contacts by their ids. */
const NAMED = [
  { table: 'papers', column: 'bindings', by: 'id' },
  { table: 'round_plans', column: 'plan', by: 'paper_id' },
] as const

const FACTS = {
  name: 'Name',
  email: 'E-mail',
  phone: 'Phone',
  address: 'Address',
  born: 'Born',
  language: 'Language',
  taxNumber: 'Tax number',
} as const
type Fact = keyof typeof FACTS
const said = (c: Contact, key: Fact): string => c[key] ?? ''

async function both(keptId: string, goneId: string, tx: Db = db()): Promise<[Contact, Contact]> {
  const row = async (id: string) => (await tx.select().from(contacts).where(eq(contacts.id, id)))[0]
  const [kept, gone] = [await row(keptId), await row(goneId)]
  if (!kept || !gone || kept.forgottenAt || gone.forgottenAt) throw notFound('person')
  return [kept, gone]
}
function against(kept: Contact, gone: Contact): string {
  if (kept.id === gone.id) return 'They are the same already.'
  if (kept.mergedInto || gone.mergedInto) return 'One of them was taken for somebody else already.'
  if (kept.kind !== gone.kind) return 'One is a person, the other an organisation.'
  return kept.memberId && gone.memberId ? 'Both are members here.' : ''
}
const COUNTED = [
  ['jobs', 'client_id', 'job'],
  ['guests', 'contact_id', 'place among guests'],
  ['round_people', 'contact_id', 'place on papers'],
  ['visit_marks', 'contact_id', 'mark at the desk'],
  ['tasks', 'contact_id', 'task'],
  ['mail_in', 'contact_id', 'letter'],
] as const
const several = (n: number, what: string) =>
  `${n} ${n === 1 ? what : what.startsWith('place') || what.startsWith('mark') ? what.replace(/^\w+/, '$&s') : `${what}s`}`

/** What taking two for one would do: nothing is done yet. */
export async function lookAtSame(keptId: string, goneId: string): Promise<SameLook> {
  const [kept, gone] = await both(keptId, goneId)
  const counts = await Promise.all(
    COUNTED.map(async ([table, column, what]) => {
      const [row] = await db().all<{ n: number }>(
        sql`select count(*) n from ${sql.identifier(table)} where ${sql.identifier(column)} = ${goneId}`,
      )
      return { n: Number(row!.n), what }
    }),
  )
  return {
    facts: (Object.keys(FACTS) as Fact[])
      .filter((k) => said(kept, k) !== said(gone, k))
      .map((k) => ({ key: k, label: FACTS[k], kept: said(kept, k), gone: said(gone, k) })),
    moves: counts.filter((c) => c.n).map((c) => several(c.n, c.what)),
    against: against(kept, gone),
  }
}

const list = (ids: readonly (string | number)[]) =>
  sql.join(
    ids.map((i) => sql`${i}`),
    sql`, `,
  )

/** Points one column from one contact to another; what stands twice by then is taken out and kept. */
async function repoint(tx: Db, from: string, to: string, moved: Moved): Promise<void> {
  for (const { table, column, by = 'id', once, also } of COLUMNS) {
    const [t, c, key] = [sql.identifier(table), sql.identifier(column), sql.identifier(by)]
    const where = sql`${c} = ${from}${also ? sql.raw(` and ${also}`) : sql``}`
    if (once) {
      const alike = sql.join(
        once.map((o) => sql`o.${sql.identifier(o)} = ${t}.${sql.identifier(o)}`),
        sql` and `,
      )
      // Tied to each other, they would be tied to themselves.
      const each =
        table === 'ties'
          ? sql`or (from_id = ${from} and to_id = ${to}) or (from_id = ${to} and to_id = ${from})`
          : sql``
      const twice = sql`${where} and (exists (select 1 from ${t} o where o.${c} = ${to} and ${alike}) ${each})`
      const doubled = await tx.all<Record<string, string | number | null>>(sql`select * from ${t} where ${twice}`)
      moved.doubled.push(...doubled.map((row) => ({ table, row: { ...row } })))
      await tx.run(sql`delete from ${t} where ${twice}`)
    }
    const rows = await tx.all<{ n: string | number }>(sql`select ${key} n from ${t} where ${where}`)
    if (!rows.length) continue
    moved.rows[`${table}.${column}`] = rows.map((r) => r.n)
    await tx.run(sql`update ${t} set ${c} = ${to} where ${where}`)
  }
}

/** The papers that may name somebody: those of their jobs, as client or guest, and those they have a place on. */
const papersNaming = (id: string) => sql`select p.id from papers p where p.job_id in (
    select id from jobs where client_id = ${id} union select job_id from guests where contact_id = ${id}
    union select r.job_id from round_people rp join rounds r on r.id = rp.round_id where rp.contact_id = ${id})`

/** Names another contact within JSON of papers and their plans. */
async function rename(tx: Db, from: string, to: string, moved: Moved): Promise<void> {
  for (const { table, column, by } of NAMED) {
    const [t, c, key] = [sql.identifier(table), sql.identifier(column), sql.identifier(by)]
    const rows = await tx.all<{ n: string }>(
      sql`select ${key} n from ${t} where instr(${c}, ${`"${from}"`}) and ${key} in (${papersNaming(from)})`,
    )
    if (!rows.length) continue
    moved.rows[`${table}.${column}`] = rows.map((r) => r.n)
    await tx.run(
      sql`update ${t} set ${c} = replace(${c}, ${`"${from}"`}, ${`"${to}"`}) where ${key} in (${list(rows.map((r) => r.n))})`,
    )
  }
}

/** Everything a screen says of somebody reads differently: their jobs, and what is found by their name. */
async function saidAnew(tx: Db, contact: Contact): Promise<void> {
  await tx
    .update(contacts)
    .set({ search: contact.mergedInto ? '' : searchable(contact.name, contact.email, contact.phone) })
    .where(eq(contacts.id, contact.id))
  for (const job of await tx.select().from(jobs).where(eq(jobs.clientId, contact.id))) {
    await tx
      .update(jobs)
      .set({ search: searchable(job.title, contact.name, job.place) })
      .where(eq(jobs.id, job.id))
    touch(job.id)
  }
  for (const { jobId } of await tx.all<{ jobId: string }>(
    sql`select distinct job_id as "jobId" from guests where contact_id = ${contact.id}`,
  ))
    touch(jobId)
  tellScreens(null)
}

/**
 * Takes two for one: everything of `goneId` stands with `keptId` from now on, and of the facts named in `take` what the other
 * said counts; what was empty is filled. Can be undone for {@link APART_DAYS} days. Returns the merge's id.
 */
export async function takeForOne(keptId: string, goneId: string, take: readonly string[], by: string): Promise<string> {
  return write(async (tx) => {
    const [kept, gone] = await both(keptId, goneId, tx)
    const why = against(kept, gone)
    if (why) throw new Problem('not-now', why)
    const moved: Moved = { rows: {}, doubled: [], facts: {} }
    await rename(tx, goneId, keptId, moved)
    await repoint(tx, goneId, keptId, moved)
    for (const key of Object.keys(FACTS) as Fact[]) {
      const after = said(gone, key)
      if (after && said(kept, key) !== after && (take.includes(key) || !said(kept, key)))
        moved.facts[key] = { before: kept[key], after: gone[key] }
    }
    if (gone.notes && gone.notes !== kept.notes)
      moved.facts.notes = { before: kept.notes, after: [kept.notes, gone.notes].filter(Boolean).join('\n\n') }
    if (gone.supplier && !kept.supplier) moved.facts.supplier = { before: 0, after: 1 }
    if (gone.memberId) moved.facts.memberId = { before: null, after: gone.memberId }
    await tx.update(contacts).set({ mergedInto: keptId, memberId: null }).where(eq(contacts.id, goneId))
    await putFacts(tx, keptId, Object.fromEntries(Object.entries(moved.facts).map(([k, f]) => [k, f.after])))
    // Whoever has the address of the other's own page shows once more who they are.
    await tx.delete(ownPages).where(eq(ownPages.contactId, goneId))
    const id = newId()
    await tx.insert(merges).values({ id, keptId, goneId, at: now(), by, moved })
    for (const one of await both(keptId, goneId, tx)) await saidAnew(tx, one)
    return id
  })
}

const putFacts = async (tx: Db, id: string, facts: Record<string, string | number | null>): Promise<void> => {
  if (!Object.keys(facts).length) return
  const { supplier, ...rest } = facts
  await tx
    .update(contacts)
    .set({ ...rest, ...(supplier === undefined ? {} : { supplier: supplier === 1 }) } as Partial<Contact>)
    .where(eq(contacts.id, id))
}

/** Tells two apart again: what was moved goes back, unless somebody gave it to somebody else since. */
export async function tellApart(id: string): Promise<void> {
  await write(async (tx) => {
    const [merge] = await tx.select().from(merges).where(eq(merges.id, id))
    if (!merge) throw notFound('merge')
    if (merge.undoneAt) return
    if (merge.at < later(-APART_DAYS * 86_400))
      throw new Problem('not-now', `Only for ${APART_DAYS} days can two be told apart again.`)
    const { keptId, goneId, moved } = merge
    const [kept] = await both(keptId, goneId, tx)
    if (kept.mergedInto)
      throw new Problem('not-now', 'They were taken for somebody else since: tell those apart first.')
    for (const [where, rows] of Object.entries(moved.rows)) {
      const [table, column] = where.split('.') as [string, string]
      const [t, c] = [sql.identifier(table), sql.identifier(column)]
      const inJson = NAMED.find((n) => n.table === table && n.column === column)
      const of = COLUMNS.find((x) => x.table === table && x.column === column)
      const key = sql.identifier(inJson?.by ?? of?.by ?? 'id')
      await tx.run(
        inJson
          ? sql`update ${t} set ${c} = replace(${c}, ${`"${keptId}"`}, ${`"${goneId}"`}) where ${key} in (${list(rows)})`
          : sql`update ${t} set ${c} = ${goneId} where ${key} in (${list(rows)}) and ${c} = ${keptId}${of?.also ? sql.raw(` and ${of.also}`) : sql``}`,
      )
    }
    for (const { table, row } of moved.doubled) {
      const names = sql.join(
        Object.keys(row).map((k) => sql.identifier(k)),
        sql`, `,
      )
      const values = sql.join(
        Object.values(row).map((v) => sql`${v}`),
        sql`, `,
      )
      await tx.run(sql`insert or ignore into ${sql.identifier(table)} (${names}) values (${values})`)
    }
    const now1 = kept as unknown as Record<string, unknown>
    const unchanged = (key: string, after: unknown) => (key === 'supplier' ? Number(now1[key]) : now1[key]) === after
    const member = moved.facts.memberId?.after ?? null
    await putFacts(
      tx,
      keptId,
      Object.fromEntries(
        Object.entries(moved.facts)
          .filter(([k, f]) => unchanged(k, f.after))
          .map(([k, f]) => [k, f.before]),
      ),
    )
    await tx
      .update(contacts)
      .set({ mergedInto: null, memberId: member as string | null })
      .where(eq(contacts.id, goneId))
    await tx.update(merges).set({ undoneAt: now() }).where(eq(merges.id, id))
    for (const one of await both(keptId, goneId, tx)) await saidAnew(tx, one)
  })
}

/** Those who were taken for somebody and can still be told apart, the newest first. */
export const apartOf = (keptId: string) =>
  db()
    .select({ merge: merges, name: contacts.name })
    .from(merges)
    .innerJoin(contacts, eq(contacts.id, merges.goneId))
    .where(and(eq(merges.keptId, keptId), isNull(merges.undoneAt), sql`${merges.at} > ${later(-APART_DAYS * 86_400)}`))
    .orderBy(sql`${merges.at} desc`)
