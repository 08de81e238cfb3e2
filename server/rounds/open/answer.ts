import { createHash } from 'node:crypto'
import { and, eq, gt, inArray, isNotNull, or, sql } from 'drizzle-orm'
import { ageOn } from '../../../core/people/age'
import { matchPeople } from '../../../core/people/match'
import { isPhone } from '../../../core/text/phone'
import { fitsPattern } from '../../../core/fields/patterns'
import type { FieldValues } from '../../../core/fields/rules'
import { checkAnswers, countingAnswers, valuesFor } from '../../../core/standing-links/answers'
import { type GoneHome, goneHome } from '../../../core/standing-links/home'
import { type Shut, isCode, shutFor } from '../../../core/standing-links/open'
import { OF_AGE } from '../../../core/visits/owes'
import { guardianProblem, takesChildren } from '../../../core/visits/signed-for'
import { usesOfValue } from '../../../core/document/values'
import { MOST_PAPERS } from '../../../core/rounds/plan'
import { formatMoney } from '../../../core/money/money'
import { editContact, newContact, newJob } from '../../../shared/jobs'
import type { StandingAnswer } from '../../../shared/standing-links'
import type { WordKey } from '../../../shared/words'
import { SYSTEM } from '../../chain/record'
import { issueLink, linkUrl } from '../../chain/links'
import { addContact, changeContact } from '../../contacts/contacts'
import { addGuest, createJob } from '../../jobs/jobs'
import { memberById } from '../../members/members'
import { later, now, today } from '../../platform/clock'
import { type Db, db, write } from '../../platform/db/client'
import { catalogue, contacts, guests, jobs, papers, standingAnswers, visitMarks } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { take } from '../../platform/throttle'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { inLanguage } from '../../templates/languages'
import { sendForVisitor } from '../prepare/for-visitor'
import { type StandingLink, type Template, partyOf, standsAgainst, templatesOf } from './links'

/** What is refused carries the name of its words, so that the page says it in the visitor's language. */
const refuse = (code: 'invalid' | 'not-now', words: string, say: WordKey, fields: Record<string, string> = {}) =>
  new Problem(code, words, fields, { say })

const SHUT: Record<Shut, [string, WordKey]> = {
  closed: ['This link is closed.', 'standClosed'],
  'not-yet': ['This link isn’t open yet.', 'standNotYet'],
  over: ['This link is over.', 'standOver'],
  'other-day': ['This link isn’t open today.', 'standOtherDay'],
  full: ['As many have signed by this link as may.', 'standFull'],
  'no-places': ['There is no place left.', 'standNoPlaces'],
}

/** How many have answered by a link, and how many places its session has left; none are counted where it has no number. */
export async function takenBy(
  tx: Db,
  link: Pick<StandingLink, 'id' | 'jobId'>,
): Promise<{ taken: number; free: number | null; awaited: number }> {
  const [counted] = await tx
    .select({ n: sql<number>`coalesce(sum(${standingAnswers.people}), 0)` })
    .from(standingAnswers)
    .where(
      and(
        eq(standingAnswers.linkId, link.id),
        // What never came to a round, because its browser went away in between, is let go of.
        or(isNotNull(standingAnswers.personId), gt(standingAnswers.at, later(-600))),
      ),
    )
  if (!link.jobId) return { taken: counted!.n, free: null, awaited: 0 }
  const [job] = await tx.select({ people: jobs.people }).from(jobs).where(eq(jobs.id, link.jobId))
  // Whoever is expected and hasn't signed has a place already.
  const [awaited] = await tx
    .select({ n: sql<number>`count(*)` })
    .from(guests)
    .where(
      and(
        eq(guests.jobId, link.jobId),
        sql`not exists (select 1 from ${papers} where ${papers.jobId} = ${guests.jobId} and ${papers.kind} = 'waiver'
          and ${papers.state} = 'signed' and ${papers.bindings} ->> '$.guest.contactId' = ${guests.contactId})`,
      ),
    )
  if (!job || job.people === null) return { taken: counted!.n, free: null, awaited: awaited!.n }
  const [there] = await tx
    .select({ n: sql<number>`count(*)` })
    .from(guests)
    .where(
      and(
        eq(guests.jobId, link.jobId),
        sql`coalesce((select ${visitMarks.kind} from ${visitMarks} where ${visitMarks.jobId} = ${guests.jobId}
          and ${visitMarks.contactId} = ${guests.contactId} order by ${visitMarks.at} desc limit 1), '') not in ('turned away')`,
      ),
    )
  return { taken: counted!.n, free: Math.max(0, job.people - there!.n), awaited: awaited!.n }
}

/** What was typed that can be wrong whatever the link: an address to prove, an age, a child of one's own age. */
function insistOnWho(link: StandingLink, list: readonly Template[], given: StandingAnswer, day: string): void {
  const { settings } = link
  const missing = (field: 'email' | 'phone' | 'born', say: WordKey) =>
    refuse('invalid', 'Something is missing.', say, { [field]: say })
  if ((settings.proof === 'email' || settings.write) && !given.email) throw missing('email', 'standEmailNeeded')
  if (settings.proof === 'text' && !given.phone) throw missing('phone', 'standPhoneNeeded')
  if (!given.email && !given.phone) throw missing('email', 'standReachNeeded')
  if (given.phone && !isPhone(given.phone))
    throw refuse('invalid', 'This is not a phone number.', 'standPhoneWrong', { phone: 'standPhoneWrong' })
  const young = (born: string) => ageOn(born, day) < OF_AGE
  const children = list.some((t) => takesChildren(t.document))
  if (children && given.own && !given.born) throw missing('born', 'standBornNeeded')
  if (given.born && young(given.born))
    throw refuse('invalid', 'Somebody of age signs for them.', 'standYoung', { born: 'standYoung' })
  if (!given.children.length) {
    if (!given.own) throw refuse('invalid', 'Nobody comes.', 'standNobody')
    return
  }
  if (!children || !settings.children) throw refuse('invalid', 'Nobody is signed for by this link.', 'standNoChildren')
  const wrong = guardianProblem({ name: given.name, born: given.born || null }, given.children, young)
  if (wrong) {
    const say: WordKey =
      wrong.words === 'of-age'
        ? 'standOfAge'
        : wrong.words === 'twice'
          ? 'standTwice'
          : wrong.words === 'same'
            ? 'standSame'
            : 'standYoung'
    throw refuse('invalid', 'Look at the children again.', say, { [`children.${wrong.at}.name`]: say })
  }
  if (given.children.some((c) => c.born > day)) throw refuse('invalid', 'This day is still to come.', 'standBornWrong')
  if (list.length * (given.children.length + 1) > MOST_PAPERS)
    throw refuse('invalid', 'These are too many for one signing.', 'standTooMany')
}

/** Whether papers would tell somebody who only says that they are a contact what they didn't say themselves. */
function tellsOn(list: readonly Template[], contact: typeof contacts.$inferSelect, typed: Said): boolean {
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

/** Whether whoever gave an answer has signed: what was only begun keeps nobody from beginning again. */
export const hasSigned = sql<boolean>`exists (select 1 from round_events e join round_people p on p.round_id = e.round_id
  where p.id = ${standingAnswers.personId} and e.type = 'signed' and e.data ->> '$.person' = p.id)`

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
async function whoIs(
  tx: Db,
  link: StandingLink,
  list: readonly Template[],
  given: StandingAnswer,
  said: Said,
): Promise<Who> {
  const { name, email, phone } = given
  const expected = link.jobId
    ? await tx
        .select({ contact: contacts })
        .from(guests)
        .innerJoin(contacts, eq(contacts.id, guests.contactId))
        .where(eq(guests.jobId, link.jobId))
    : []
  const known = await tx
    .select()
    .from(contacts)
    .where(
      and(
        sql`${contacts.forgottenAt} is null`,
        or(
          ...(email ? [sql`lower(${contacts.email}) = ${email.toLowerCase()}`] : []),
          sql`lower(${contacts.name}) = ${name.toLowerCase()}`,
        ),
      ),
    )
    .limit(50)
  const all = [...expected.map((e) => e.contact), ...known]
  const bare = all.map(({ id, name: n }) => ({ id, name: n, email: '', phone: '' }))
  // Whoever is expected by that name, unless what is known of them says that it is another.
  const other = (a: string, b: string) => a !== '' && b !== '' && a.toLowerCase() !== b.toLowerCase()
  const [byName] = matchPeople(
    [{ name, email: '', phone: '' }],
    bare.slice(0, expected.length).filter((_, i) => !other(expected[i]!.contact.email, email)),
  )
  const [byReach] = matchPeople([{ name, email, phone }], known)
  const [alike] = matchPeople([{ name, email: '', phone: '' }], bare)
  const found = [byName, byReach].find((m) => typeof m === 'string')
  const contact = all.find((c) => c.id === found)
  if (
    contact &&
    !(contact.born && given.born && contact.born !== given.born) &&
    !(link.settings.proof === 'none' && tellsOn(list, contact, said))
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

/** A child's record: the same name and day of birth among whoever is expected, or in earlier answers of this guardian. */
async function childOf(tx: Db, link: StandingLink, child: StandingAnswer['children'][number]): Promise<string> {
  const expected = link.jobId
    ? await tx
        .select({ id: contacts.id, name: contacts.name, born: contacts.born })
        .from(guests)
        .innerJoin(contacts, eq(contacts.id, guests.contactId))
        .where(eq(guests.jobId, link.jobId))
    : []
  const [match] = matchPeople(
    [{ name: child.name, email: '', phone: '' }],
    expected
      .filter((e) => !e.born || e.born === child.born)
      .map(({ id, name }) => ({ id, name, email: '', phone: '' })),
  )
  if (typeof match !== 'string') return addNew(tx, child)
  await tx.update(contacts).set({ born: child.born }).where(eq(contacts.id, match))
  return match
}

/** What the items behind values cost today, as it is typed where the business is. */
async function pricesOf(link: StandingLink, currency: string): Promise<Record<string, string>> {
  const ids = Object.values(link.settings.map).flatMap((s) => (s.from === 'item' ? [s.id] : []))
  if (!ids.length) return {}
  const rows = await db()
    .select({ id: catalogue.id, price: catalogue.unitPrice })
    .from(catalogue)
    .where(inArray(catalogue.id, ids))
  return Object.fromEntries(rows.map((r) => [r.id, formatMoney(r.price, currency)]))
}

interface Taken {
  answer: typeof standingAnswers.$inferSelect
  children: string[]
}

/** Keeps what was answered: the people, their visits or the job. The last place goes to one of two. */
async function takeIn(
  link: StandingLink,
  list: readonly Template[],
  given: StandingAnswer,
  id: string,
  said: { counting: FieldValues; home: GoneHome; today: string },
): Promise<Taken> {
  return write(async (tx) => {
    const there = await answerOf(tx, id)
    if (there) return { answer: there, children: await childrenOf(tx, there, given) }
    const who = await whoIs(tx, link, list, given, {
      email: given.email,
      phone: given.phone,
      born: given.born,
      ...said.home.person,
    })
    const children: string[] = []
    for (const child of given.children) children.push(await childOf(tx, link, child))
    const coming = [...(given.own ? [who.id] : []), ...children]
    const { taken, free } = await takenBy(tx, link)
    const expected = link.jobId
      ? await tx
          .select()
          .from(guests)
          .where(and(eq(guests.jobId, link.jobId), inArray(guests.contactId, coming)))
      : []
    const shut = shutFor(
      link.settings,
      {
        closed: !link.openedAt || !!link.closedAt,
        today: said.today,
        taken,
        free: free === null ? null : free + expected.length,
      },
      coming.length,
    )
    if (shut) throw refuse('not-now', ...SHUT[shut])
    const { perPerson } = link.settings
    const [before] = await tx
      .select({ n: sql<number>`count(*)` })
      .from(standingAnswers)
      .where(and(eq(standingAnswers.linkId, link.id), eq(standingAnswers.contactId, who.id), hasSigned))
    if (perPerson !== null && before!.n >= perPerson)
      throw refuse('not-now', 'You have signed by this link already.', 'standAgain')
    const jobId = link.jobId ?? (await makeJob(link, who.id, given, id, said.home))
    if (link.jobId) for (const contactId of coming) await addGuest(jobId, contactId, true)
    const answer = {
      id,
      linkId: link.id,
      contactId: who.id,
      jobId,
      people: coming.length,
      known: who.known,
      perhaps: who.perhaps,
      answers: said.counting,
      at: now(),
    }
    await tx.insert(standingAnswers).values(answer)
    await note({
      jobId,
      type: 'standing',
      words: `${given.name.slice(0, 80)} answered by “${link.name}”${children.length ? `, with ${given.children.map((c) => c.name.slice(0, 60)).join(', ')}` : ''}`,
      detail: who.perhaps ? 'They may be somebody who is among your people already.' : '',
      state: 'theirs',
      notable: true,
    })
    return { answer: { ...answer, personId: null }, children }
  })
}

const answerOf = async (tx: Db, id: string) =>
  (await tx.select().from(standingAnswers).where(eq(standingAnswers.id, id)))[0]

/** The children of an answer that is sent again: by name, among the session's visitors. */
async function childrenOf(tx: Db, { jobId }: { jobId: string }, given: StandingAnswer): Promise<string[]> {
  if (!given.children.length) return []
  const rows = await tx
    .select({ id: contacts.id, name: contacts.name, born: contacts.born })
    .from(guests)
    .innerJoin(contacts, eq(contacts.id, guests.contactId))
    .where(eq(guests.jobId, jobId))
  return given.children.flatMap((c) => rows.find((r) => r.name === c.name && r.born === c.born)?.id ?? [])
}

async function makeJob(
  link: StandingLink,
  clientId: string,
  given: StandingAnswer,
  id: string,
  home: GoneHome,
): Promise<string> {
  const { day, people, ...rest } = home.job
  return createJob(
    newJob.parse({
      ...rest,
      kindId: link.kindId!,
      clientId,
      title: `${given.name.slice(0, 120)}, ${link.name}`,
      starts: day ? `${day}T09:00` : null,
      people: people ? Math.round(Number(people.replace(',', '.'))) : null,
      facts: home.facts,
      key: id,
    }),
  )
}

/**
 * Takes what somebody answered by a standing link: makes their record, their visit or job, their papers and the round, and
 * gives them the address to sign at. Sent again with the same id it is the same answer.
 */
export async function answerLink(
  link: StandingLink,
  given: StandingAnswer,
  language: string,
  from: { ip: string },
): Promise<{ path: string }> {
  // Drawn from what their browser drew, so that no id a member sees leads to somebody's papers.
  const id = createHash('sha256').update(`${link.id} ${given.id}`).digest('hex').slice(0, 40)
  const { timeZone, currency } = await theBusiness()
  const day = today(timeZone)
  const before = await answerOf(db(), id)
  if (!before && link.settings.code && !isCode(link.settings, given.code)) {
    await take('poster code', from.ip)
    throw refuse('invalid', 'This isn’t the code.', 'standCodeWrong', { code: 'standCodeWrong' })
  }
  const base = await templatesOf(link)
  const list = await Promise.all(base.map((t) => inLanguage(t, language)))
  const [session] = link.jobId ? await db().select({ day: jobs.day }).from(jobs).where(eq(jobs.id, link.jobId)) : []
  insistOnWho(link, list, given, session?.day ?? day)
  if ((await standsAgainst(link)).length) throw refuse('not-now', ...SHUT.closed)
  const { questions } = link.settings
  const [wrong] = checkAnswers(questions, given.answers, day, fitsPattern)
  if (wrong) throw new Problem('invalid', wrong.message, { [`answers.${wrong.key}`]: wrong.message })
  const counting = countingAnswers(questions, given.answers, day)
  const prices = await pricesOf(link, currency)
  const { answer, children } = await takeIn(link, list, given, id, {
    counting,
    home: goneHome(link.settings, counting),
    today: day,
  })
  const { proof, write: writes } = link.settings
  const member = await memberById(link.createdBy)
  const { personId } = await sendForVisitor({
    key: id,
    jobId: answer.jobId,
    contactId: answer.contactId,
    own: given.own,
    children,
    papers: list.map((template, i) => ({
      template,
      party: partyOf(template),
      values: Object.fromEntries(
        valuesFor(link.settings, { id: base[i]!.id, asks: template.document.asks ?? [] }, counting, prices).map((v) => [
          v.key,
          v.value,
        ]),
      ),
    })),
    how: {
      reach: writes ? 'email' : 'link',
      proof: proof === 'none' ? { kind: 'none' } : { kind: 'one-time', by: proof },
    },
    by: member?.id ?? null,
    actor: { ...SYSTEM, name: `Standing link “${link.name.slice(0, 80)}”` },
  }).catch(async (error: unknown) => {
    if (error instanceof Problem && !before) await letGoOf(id)
    throw error
  })
  return write(async (tx) => {
    await tx.update(standingAnswers).set({ personId }).where(eq(standingAnswers.id, id))
    return { path: new URL(linkUrl((await issueLink(personId, 'standing')).token)).pathname }
  })
}

/** What couldn't be made into a round isn't counted; the record of whoever came stays for whoever looks into it. */
async function letGoOf(id: string): Promise<void> {
  await write((tx) => tx.delete(standingAnswers).where(eq(standingAnswers.id, id)))
}
