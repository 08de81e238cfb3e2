import { type SQLWrapper, and, asc, desc, eq, gte, isNull, sql } from 'drizzle-orm'
import { formatDay } from '../../core/calendar/dates'
import { typedAct } from '../../core/find/acts'
import { closeTo } from '../../core/find/close'
import { nearestFirst, nearness } from '../../core/find/rank'
import { type Right, type Standing, mayAny } from '../../core/members/rights'
import { formatMoney } from '../../core/money/money'
import type { Found } from '../../shared/overview'
import { searchable } from '../../shared/text'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import { catalogue, contacts, invoices, jobs, paperRows, papers, templates } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { contains } from './listed'

interface Place {
  label: string
  detail: string
  to: string
  /** Other words it is looked for by. */
  words?: string
  /** The right it takes. */
  may?: Right
}
const PLACES: Place[] = [
  {
    label: 'New job',
    detail: 'from an enquiry, or field by field',
    to: '/jobs/new',
    may: 'jobs',
    words: 'enquiry add',
  },
  { label: 'Today', detail: 'whose move is it', to: '/' },
  { label: 'Jobs', detail: 'all of them, by day', to: '/jobs' },
  { label: 'Papers', detail: 'found by the words inside', to: '/papers' },
  { label: 'Money', detail: 'what is due', to: '/money', may: 'money', words: 'invoices payments' },
  { label: 'People', detail: 'clients, guests, suppliers', to: '/people', words: 'contacts' },
  { label: 'Templates', detail: 'papers to make papers from', to: '/library', words: 'library' },
  { label: 'Clauses', detail: 'of the library', to: '/library?at=clauses' },
  {
    label: 'What we sell',
    detail: 'priced items',
    to: '/settings/items',
    may: 'settings',
    words: 'settings priced items catalogue prices',
  },
  {
    label: 'What kinds of job we do',
    detail: 'usual papers, facts and payments',
    to: '/settings/kinds',
    may: 'settings',
    words: 'settings job kinds payment plan deposit',
  },
  {
    label: 'What holds for all rounds',
    detail: 'quiet hours, checks, how numbers are written, thanks',
    to: '/settings/rounds',
    may: 'settings',
    words: 'settings reminders thanks numbers',
  },
  {
    label: 'Who we are',
    detail: 'name, address, tax number, account',
    to: '/settings/business',
    may: 'settings',
    words: 'settings legal name address vat number iban bank',
  },
  {
    label: 'How we price',
    detail: 'tax inside or on top, rates, sheets',
    to: '/settings/money',
    may: 'settings',
    words: 'settings vat tax rates currency paper size a4 letter time zone country language',
  },
  {
    label: 'Who works here',
    detail: 'members and what each may do',
    to: '/settings/members',
    may: 'members',
    words: 'settings staff team invite roles rights users',
  },
  {
    label: 'How our letters go out',
    detail: 'the mail server',
    to: '/settings/mail',
    may: 'settings',
    words: 'settings smtp e-mail sender',
  },
  {
    label: 'What we begin with',
    detail: 'job kinds, papers and items as a file',
    to: '/settings/sets',
    may: 'settings',
    words: 'settings export import starter json',
  },
  {
    label: 'What we look like',
    detail: 'logo, two colours, words under mails',
    to: '/settings/look',
    may: 'settings',
    words: 'settings logo colour color brand footer letterhead',
  },
  {
    label: 'How our texts go out',
    detail: 'the service that takes them',
    to: '/settings/texts',
    may: 'settings',
    words: 'settings sms messenger gateway phone',
  },
  {
    label: 'What our letters say',
    detail: 'every letter, in any language',
    to: '/settings/letters',
    may: 'settings',
    words: 'settings mails wording reminder receipt template',
  },
  {
    label: 'Who vouches for our times',
    detail: 'time stamps on sealed copies',
    to: '/settings/times',
    may: 'settings',
    words: 'settings authority clock tsa rfc 3161',
  },
  {
    label: 'What goes out, and does it',
    detail: 'letters, texts, cards, files: how each stands',
    to: '/settings/ways',
    may: 'settings',
    words: 'settings gateways state errors storage card service time stamps',
  },
  {
    label: 'What is kept, and how long',
    detail: 'backups, sealed papers, everything as a file',
    to: '/settings/kept',
    may: 'settings',
    words: 'settings backup restore archive retention',
  },
  {
    label: 'Bring people in',
    detail: 'from a table or cards',
    to: '/bring-people',
    may: 'jobs',
    words: 'import contacts csv vcard export',
  },
  {
    label: 'Bring jobs in',
    detail: 'from a table or a calendar',
    to: '/bring-jobs',
    may: 'jobs',
    words: 'import jobs csv ics icalendar',
  },
  {
    label: 'Bring items in',
    detail: 'from a table',
    to: '/bring-items',
    may: 'settings',
    words: 'import priced items csv catalogue export',
  },
  {
    label: 'How I sign in',
    detail: 'password, authenticator, keys, PIN',
    to: '/settings/me',
    words: 'settings account security two-factor passkey',
  },
  { label: 'Bring in a file', detail: 'a finished PDF or DOCX', to: '/bring', words: 'upload scan' },
  { label: 'Doors', detail: 'who is signed in where', to: '/account', words: 'account password sessions security' },
  { label: 'Post room', detail: 'messages that went out', to: '/post', words: 'mail e-mail text sent' },
  { label: 'Check a sealed copy', detail: 'what is proven, and whether it was changed', to: '/check', words: 'verify' },
]
const asFound = (p: Place): Found => ({ kind: 'do', id: p.to, label: p.label, detail: p.detail, to: p.to })

/** Under this many finds, slips of the pen are looked for too, among so many of the newest. */
const FEW = 3
const NEWEST = 2000
/** More words than these aren't looked for. */
const WORDS_MAX = 8

/** So many papers, the last that were made, are looked through here. */
const LATEST_PAPERS = 20_000
const oldestLooked = async () =>
  ((
    await db()
      .select({ n: sql<number | null>`max(${paperRows.n})` })
      .from(paperRows)
  )[0]?.n ?? 0) - LATEST_PAPERS

/** Every word of it somewhere in a text. */
const has = (column: SQLWrapper, q: string) =>
  sql.join(
    q
      .split(' ')
      .slice(0, WORDS_MAX)
      .map((w) => contains(column, w)),
    sql` and `,
  )

/** Finds jobs, people, papers, invoices and items by parts of their words, and things to do by name; the nearest first. */
export async function findAnything(text: string, who: Standing): Promise<Found[]> {
  const q = searchable(text).replace(/\s+/g, ' ').trim()
  const may = (right: Right | undefined) => !right || mayAny(who, [right])
  const places = PLACES.filter((p) => may(p.may) && searchable(p.label, p.detail, p.words).includes(q)).map(asFound)
  if (!q) return places
  const act = typedAct(q)
  const prepares = may('papers')
  if (act?.of && !act.perhaps && prepares)
    return [...(act.act === 'nudge' ? await nudges(act.of) : await makes(act.what ?? 'paper', act.of)), ...places]
  const [jobRows, people, paperRowsFound, bills, items, sheets, acts] = await Promise.all([
    jobsFor(q, 6),
    peopleFor(q, 6),
    papersFor(q, 4),
    may('money') ? invoicesFor(q) : [],
    itemsFor(q),
    templatesFor(q),
    act?.perhaps && prepares ? makes(act.what ?? 'paper', act.of) : [],
  ])
  const found = [...jobRows.map(asJob), ...people, ...paperRowsFound, ...sheets, ...bills, ...items]
  return [...nearestFirst(found, q, (f) => searchable(f.label)), ...acts, ...places]
}

interface JobFound {
  id: string
  title: string
  day: string | null
}
const asJob = (j: JobFound): Found => ({
  kind: 'job',
  id: j.id,
  label: j.title,
  detail: j.day ? formatDay(j.day) : 'no day yet',
  to: `/jobs/${j.id}`,
})
/** Jobs by title, client and place, those nearest to today first; with slips of the pen where there are few. */
async function jobsFor(q: string, limit: number): Promise<JobFound[]> {
  const day = today((await theBusiness()).timeZone)
  const columns = { id: jobs.id, title: jobs.title, day: jobs.day }
  const found = await db()
    .select(columns)
    .from(jobs)
    .where(has(jobs.search, q))
    .orderBy(sql`abs(julianday(${jobs.sortDay}) - julianday(${day}))`)
    .limit(limit)
  if (found.length >= FEW) return found
  const newest = await db()
    .select({ ...columns, search: jobs.search })
    .from(jobs)
    .orderBy(desc(jobs.sortDay), desc(jobs.id))
    .limit(NEWEST)
  const isMeant = closeTo(q)
  const close = newest.filter((j) => isMeant(j.search) && !found.some((f) => f.id === j.id))
  const titled = (j: JobFound) => Number(isMeant(searchable(j.title)))
  return [...found, ...close.sort((a, b) => titled(b) - titled(a))].slice(0, limit)
}
async function peopleFor(q: string, limit: number): Promise<Found[]> {
  const found = await db()
    .select()
    .from(contacts)
    .where(has(contacts.search, q))
    .orderBy(asc(contacts.name))
    .limit(limit)
  if (found.length < FEW) {
    const newest = await db()
      .select()
      .from(contacts)
      .where(isNull(contacts.forgottenAt))
      .orderBy(desc(contacts.createdAt))
      .limit(NEWEST)
    const isMeant = closeTo(q)
    found.push(...newest.filter((c) => isMeant(c.search) && !found.some((f) => f.id === c.id)))
  }
  return found.slice(0, limit).map((c) => ({
    kind: 'person',
    id: c.id,
    label: c.name,
    detail: c.email,
    to: `/people?find=${encodeURIComponent(c.name)}`,
  }))
}
async function papersFor(q: string, limit: number): Promise<Found[]> {
  const rows = await db()
    .select({ id: papers.id, title: papers.title, job: jobs.title, whose: paperRows.whose, waits: paperRows.waits })
    .from(paperRows)
    .innerJoin(papers, eq(papers.id, paperRows.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    // Among the latest alone: what nobody has moved for years is found in the list of papers.
    .where(and(gte(paperRows.n, await oldestLooked()), has(paperRows.search, q)))
    .orderBy(desc(paperRows.since), desc(paperRows.n))
    .limit(limit)
  return rows.map((p) => ({
    kind: 'paper',
    id: p.id,
    label: p.title,
    detail: [p.whose, p.job, p.waits].filter(Boolean).join(', '),
    to: `/papers/${p.id}`,
  }))
}
async function invoicesFor(q: string): Promise<Found[]> {
  if (!/\d/.test(q)) return []
  const rows = await db()
    .select({ number: invoices.number, jobId: invoices.jobId, job: jobs.title })
    .from(invoices)
    .innerJoin(jobs, eq(jobs.id, invoices.jobId))
    .where(contains(sql`lower(${invoices.number})`, q))
    .orderBy(desc(invoices.number))
    .limit(3)
  return rows.map((i) => ({ kind: 'invoice', id: i.number, label: i.number, detail: i.job, to: `/jobs/${i.jobId}` }))
}
async function itemsFor(q: string): Promise<Found[]> {
  const { currency } = await theBusiness()
  const rows = await db().select().from(catalogue).orderBy(asc(catalogue.position))
  return rows
    .filter((i) => searchable(i.description).includes(q))
    .slice(0, 3)
    .map((i) => ({
      kind: 'item',
      id: i.id,
      label: i.description,
      detail: formatMoney(i.unitPrice, currency),
      to: '/library?at=items',
    }))
}

/** Templates by their name, those that aren't put away. */
async function templatesFor(q: string): Promise<Found[]> {
  const rows = await db()
    .select({ id: templates.id, name: templates.name, kind: templates.kind })
    .from(templates)
    .where(isNull(templates.archivedAt))
    .orderBy(asc(templates.name))
  return rows
    .filter((t) => nearness(q, searchable(t.name)) < 3)
    .slice(0, 3)
    .map((t) => ({ kind: 'template', id: t.id, label: t.name, detail: t.kind, to: `/library/templates/${t.id}` }))
}

/** "New waiver for Ines": on her jobs, the nearest first. */
async function makes(what: string, of: string): Promise<Found[]> {
  return (await jobsFor(of, 5)).map((j) => ({
    ...asJob(j),
    kind: 'do',
    id: `${what} ${j.id}`,
    label: `New ${what}: ${j.title}`,
    to: `/jobs/${j.id}?add=${what}`,
  }))
}
/** "Nudge Weir View": papers that wait for somebody outside, the longest first. */
async function nudges(of: string): Promise<Found[]> {
  const rows = await db()
    .select({ id: papers.id, title: papers.title, job: jobs.title, waits: paperRows.waits })
    .from(paperRows)
    .innerJoin(papers, eq(papers.id, paperRows.paperId))
    .innerJoin(jobs, eq(jobs.id, papers.jobId))
    .where(sql`${papers.state} = 'out' and ${paperRows.stop} = 'theirs' and ${has(paperRows.search, of)}`)
    .orderBy(asc(paperRows.since), asc(paperRows.n))
    .limit(5)
  return rows.map((p) => ({
    kind: 'do',
    id: `nudge ${p.id}`,
    label: `Nudge: ${p.title}, ${p.job}`,
    detail: p.waits,
    to: `/papers/${p.id}`,
    nudge: p.id,
  }))
}
