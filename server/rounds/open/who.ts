import { and, eq, or, sql } from 'drizzle-orm'
import { usesOfValue } from '../../../core/document/values'
import { matchPeople } from '../../../core/people/match'
import { editContact, newContact } from '../../../shared/jobs'
import type { StandingAnswer } from '../../../shared/standing-links'
import { addContact, changeContact } from '../../contacts/contacts'
import type { Db } from '../../platform/db/client'
import { contacts, guests } from '../../platform/db/schema'
import { type StandingLink, type Template, partyOf } from './links'

type Contact = typeof contacts.$inferSelect

/** The records of whoever is expected at a job. */
export async function visitorsOf(tx: Db, jobId: string): Promise<Contact[]> {
  const rows = await tx
    .select({ contact: contacts })
    .from(guests)
    .innerJoin(contacts, eq(contacts.id, guests.contactId))
    .where(eq(guests.jobId, jobId))
  return rows.map((r) => r.contact)
}

/** Whether papers would tell somebody who only says that they are a contact what they didn't say themselves. */
function tellsOn(list: readonly Template[], contact: Contact, typed: Said): boolean {
  return list.some(({ document }) => {
    const party = partyOf({ document } as Template)
    return (['email', 'phone', 'address', 'born'] as const).some((fact) => {
      const known = contact[fact] ?? ''
      // What it would have to say and the record can't is no reason to take the record, either.
      const unfit = known === '' ? fact === 'email' || fact === 'phone' : known !== typed[fact]
      return unfit && usesOfValue(document, `${party}.${fact}`).printed > 0
    })
  })
}

/** What somebody said of themself: where they are asked who they are, and in answers that go home. */
type Said = Record<'email' | 'phone' | 'born', string> & Record<string, string>

interface Who {
  id: string
  known: 'known' | 'new'
  perhaps: string | null
}
/**
 * Whose record an answer belongs to. Somebody expected in the session is known by their name; others by their name with a
 * mailbox or number. A record isn't taken where a paper would tell of it what wasn't typed, or where the day of birth differs: then it is
 * somebody new, and the one they may be is named.
 */
export async function whoIs(
  tx: Db,
  { settings }: Pick<StandingLink, 'settings'>,
  list: readonly Template[],
  expected: readonly Contact[],
  given: StandingAnswer,
  said: Said,
): Promise<Who> {
  const { name, email, phone } = given
  const known = await tx
    .select()
    .from(contacts)
    .where(
      and(
        sql`${contacts.forgottenAt} is null and ${contacts.mergedInto} is null`,
        or(
          ...(email ? [sql`lower(${contacts.email}) = ${email.toLowerCase()}`] : []),
          sql`lower(${contacts.name}) = ${name.toLowerCase()}`,
        ),
      ),
    )
    .limit(50)
  const all = [...expected, ...known]
  const bare = all.map(({ id, name: n }) => ({ id, name: n, email: '', phone: '' }))
  // Whoever is expected by that name, unless what is known of them says that it is another.
  const other = (a: string, b: string) => a !== '' && b !== '' && a.toLowerCase() !== b.toLowerCase()
  const [byName] = matchPeople(
    [{ name, email: '', phone: '' }],
    bare.slice(0, expected.length).filter((_, i) => !other(expected[i]!.email, email)),
  )
  const [byReach] = matchPeople([{ name, email, phone }], known)
  const [alike] = matchPeople([{ name, email: '', phone: '' }], bare)
  const found = [byName, byReach].find((m) => typeof m === 'string')
  const contact = all.find((c) => c.id === found)
  if (
    contact &&
    !(contact.born && given.born && contact.born !== given.born) &&
    !(settings.proof === 'none' && tellsOn(list, contact, said))
  ) {
    // What the record doesn't say yet may be said; how they are reached is for somebody who proved it, or for a member, to say.
    const fresh = (['born', 'address', 'taxNumber'] as const).flatMap((f) =>
      !contact[f] && said[f] ? [[f, said[f]]] : [],
    )
    if (fresh.length) await changeContact(contact.id, editContact.parse(Object.fromEntries(fresh)))
    return { id: contact.id, known: 'known', perhaps: null }
  }
  const id = await addNew(tx, { ...given, ...said })
  return { id, known: 'new', perhaps: typeof alike === 'string' ? alike : null }
}

/** Somebody new, also where another has the same name and mailbox: two records are looked at, not merged by themselves. */
async function addNew(
  tx: Db,
  p: { name: string; born: string; email?: string; [fact: string]: unknown },
): Promise<string> {
  const read = newContact.safeParse(p)
  // A fact that can't be read as one stays with the answer.
  const facts = read.success ? read.data : newContact.parse({ name: p.name, born: p.born, email: p.email })
  const id = await addContact({ ...facts, email: '' })
  if (facts.email) await tx.update(contacts).set({ email: facts.email }).where(eq(contacts.id, id))
  return id
}

/** The record of somebody whom an answer names: known by their name and mailbox together, else somebody new. */
export async function namedRecord(tx: Db, { name, email }: { name: string; email: string }): Promise<string> {
  const known = await tx
    .select()
    .from(contacts)
    .where(
      and(
        sql`${contacts.forgottenAt} is null and ${contacts.mergedInto} is null`,
        sql`lower(${contacts.email}) = ${email.toLowerCase()}`,
      ),
    )
    .limit(20)
  const [match] = matchPeople(
    [{ name, email, phone: '' }],
    known.map(({ id, name: n }) => ({ id, name: n, email, phone: '' })),
  )
  return typeof match === 'string' ? match : addNew(tx, { name, email, born: '' })
}

/** A child's record: the same name and day of birth among whoever is expected; somebody new otherwise. */
export async function childOf(
  tx: Db,
  expected: readonly Contact[],
  child: StandingAnswer['children'][number],
): Promise<string> {
  const [match] = matchPeople(
    [{ name: child.name, email: '', phone: '' }],
    expected
      .filter((e) => !e.born || e.born === child.born)
      .map(({ id, name }) => ({ id, name, email: '', phone: '' })),
  )
  if (typeof match !== 'string') return addNew(tx, child)
  await tx.update(contacts).set({ born: child.born }).where(eq(contacts.id, match))
  // A twin of the name isn't the same child.
  Object.assign(
    expected.find((e) => e.id === match)!,
    { born: child.born },
  )
  return match
}
