import { and, asc, desc, eq, inArray, isNotNull, sql } from 'drizzle-orm'
import { formatDay } from '../../core/calendar/dates'
import { checkAnswers, countingAnswers, sampleAnswers, valuesFor } from '../../core/standing-links/answers'
import { goneHome, homesOf } from '../../core/standing-links/home'
import { valueKey } from '../../core/standing-links/model'
import { shutFor } from '../../core/standing-links/open'
import { type Target, propose } from '../../core/standing-links/propose'
import { flowStops } from '../../core/standing-links/stops'
import { takesChildren } from '../../core/visits/signed-for'
import { fitsPattern } from '../../core/fields/patterns'
import type { FieldValues } from '../../core/fields/rules'
import type { Language } from '../../core/text/language'
import type {
  FlowTried,
  OpenLink,
  StandingLinkRow,
  StandingLinkRows,
  StandingLinkView,
} from '../../shared/out/standing-links'
import { latestRounds } from '../chain/state'
import { today } from '../platform/clock'
import { db } from '../platform/db/client'
import {
  catalogue,
  contacts,
  jobs,
  kinds,
  messages,
  proofs,
  roundPapers,
  roundPeople,
  standingAnswers,
  standingLinks,
  templates,
} from '../platform/db/schema'
import { standingUrl } from '../platform/tokens'
import { allFacts } from '../records/facts'
import { drawnLookOf, theBusiness } from '../records/business'
import { awaitedIn, hasSigned, takenBy } from '../rounds/open/taken'
import { openedBy } from '../../core/standing-links/unusable'
import { type StandingLink, loadStandingLink, standsAgainst, templatesOf, whyNot } from '../rounds/open/links'
import { inLanguage } from '../templates/languages'

const isOpen = (l: StandingLink) => !!l.openedAt && !l.closedAt
const stateOf = (l: StandingLink): StandingLinkRow['state'] =>
  l.closedAt ? 'closed' : l.openedAt ? 'open' : 'being prepared'

/** Why nobody can use a link now. While somebody is expected who hasn't signed, a full session isn't shut: the place is theirs. */
const shutNow = async (link: StandingLink, counted: Awaited<ReturnType<typeof takenBy>>, day: string) =>
  shutFor(link.settings, {
    closed: !isOpen(link),
    today: day,
    taken: counted.taken,
    free: counted.free === 0 && (await awaitedIn(link.jobId!)) > 0 ? null : counted.free,
  })

/** What a standing link shows to whoever opens it. */
export async function openView(link: StandingLink, language: Language): Promise<OpenLink> {
  const business = await theBusiness()
  const [counted, [session], list] = await Promise.all([
    takenBy(db(), link),
    link.jobId
      ? db()
          .select({ starts: jobs.starts, place: jobs.place, people: jobs.people })
          .from(jobs)
          .where(eq(jobs.id, link.jobId))
      : [],
    templatesOf(link).then((ts) => Promise.all(ts.map((t) => inLanguage(t, language)))),
  ])
  const { settings } = link
  const children = list.some((t) => takesChildren(t.document))
  return {
    name: link.name,
    business: { name: business.name, email: business.email, phone: business.phone, look: drawnLookOf(business) },
    language,
    shut: await shutNow(link, counted, today(business.timeZone)),
    session: session ? { starts: session.starts, place: session.place } : null,
    places: settings.whileFree && counted.free !== null ? { free: counted.free, all: session!.people! } : null,
    papers: list.map((t) => t.name),
    asks: {
      code: !!settings.code,
      email: settings.proof === 'email' || settings.write || settings.named.some((n) => n.when === 'before'),
      phone: settings.proof === 'text',
      born: children,
      children: children && settings.children,
    },
    questions: settings.questions,
    who: link.ask ? await askedWho(link.ask.contactId) : null,
    known: link.ask ? await knownOf(link) : {},
  }
}

/** Who was asked from a job, as their record has them. */
async function askedWho(contactId: string): Promise<OpenLink['who']> {
  const [who] = await db().select().from(contacts).where(eq(contacts.id, contactId))
  return who ? { name: who.name, email: who.email, phone: who.phone, born: who.born ?? '' } : null
}

/** What the records say already of what answers would bring home: it stands there to be looked over. */
async function knownOf({ ask, settings }: StandingLink): Promise<Record<string, string>> {
  const [[who], [job]] = await Promise.all([
    db().select().from(contacts).where(eq(contacts.id, ask!.contactId)),
    db().select().from(jobs).where(eq(jobs.id, ask!.jobId)),
  ])
  const records: Record<string, string> = {
    'person.phone': who!.phone,
    'person.email': who!.email,
    'person.address': who!.address,
    'person.born': who!.born ?? '',
    'person.taxNumber': who!.taxNumber,
    'job.place': job!.place,
    'job.people': String(job!.people ?? ''),
    'job.day': job!.day ?? '',
  }
  const facts = job!.facts
  return Object.fromEntries(
    Object.entries(settings.home).flatMap(([question, to]) => {
      const value = records[to] ?? (to.startsWith('job.facts.') ? facts[to.slice('job.facts.'.length)] : undefined)
      return value ? [[question, value]] : []
    }),
  )
}

/** What a link is called where it leads: a session with its day, or jobs of a kind. */
async function placesOf(links: readonly StandingLink[], now: string): Promise<Map<string, string>> {
  const jobIds = links.flatMap((l) => l.jobId ?? [])
  const [sessions, all] = await Promise.all([
    jobIds.length
      ? db().select({ id: jobs.id, title: jobs.title, day: jobs.day }).from(jobs).where(inArray(jobs.id, jobIds))
      : [],
    db().select({ id: kinds.id, name: kinds.name }).from(kinds),
  ])
  return new Map([
    ...sessions.map((s): [string, string] => [s.id, s.day ? `${s.title}, ${formatDay(s.day, now)}` : s.title]),
    ...all.map((k): [string, string] => [k.id, `a ${k.name.toLowerCase()} each`]),
  ])
}

/** How many have answered and signed by some links. */
async function countsOf(ids: readonly string[]): Promise<Map<string, { taken: number; signed: number }>> {
  const rows = ids.length
    ? await db()
        .select({
          id: standingAnswers.linkId,
          taken: sql<number>`coalesce(sum(${standingAnswers.people}), 0)`,
          signed: sql<number>`coalesce(sum(case when ${hasSigned} then ${standingAnswers.people} else 0 end), 0)`,
        })
        .from(standingAnswers)
        .where(and(inArray(standingAnswers.linkId, [...ids]), isNotNull(standingAnswers.personId)))
        .groupBy(standingAnswers.linkId)
    : []
  return new Map(rows.map(({ id, ...n }) => [id, n]))
}

/** Sessions to come that visitors sign waivers of, by their day. */
const sessionsFrom = (day: string) =>
  db()
    .select({ id: jobs.id, title: jobs.title, day: jobs.day })
    .from(jobs)
    .innerJoin(kinds, eq(kinds.id, jobs.kindId))
    .where(and(sql`${jobs.sortDay} >= ${day}`, sql`json_extract(${kinds.settings}, '$.expects.waivers')`))
    .orderBy(asc(jobs.sortDay))
    .limit(100)

/** Every standing link, the newest first, and the sessions one may lead to. */
export async function standingLinkList(): Promise<StandingLinkRows> {
  const links = await db().select().from(standingLinks).orderBy(desc(standingLinks.createdAt))
  const now = today((await theBusiness()).timeZone)
  const [to, counts, names, sessions] = await Promise.all([
    placesOf(links, now),
    countsOf(links.map((l) => l.id)),
    db().select({ id: templates.id, name: templates.name }).from(templates),
    sessionsFrom(now),
  ])
  return {
    sessions,
    links: links.map((l) => {
      const state = stateOf(l)
      return {
        id: l.id,
        name: l.name,
        state,
        mark: state === 'open' ? 'theirs' : state === 'closed' ? 'skipped' : 'not-yet',
        to: to.get(l.jobId ?? l.kindId ?? '') ?? '',
        papers: l.templates.flatMap((id) => names.find((n) => n.id === id)?.name ?? []),
        questions: l.settings.questions.length,
        ...(counts.get(l.id) ?? { taken: 0, signed: 0 }),
      }
    }),
  }
}

/** What messages and checks a link has led to so far. */
async function costsOf(linkId: string): Promise<{ mails: number; texts: number; checks: number }> {
  // Everybody of the rounds that came of it, whoever an answer named too, and what was asked from jobs.
  const people = sql`(select p.id from round_people p where p.round_id in (select q.round_id from ${standingAnswers} a
    join round_people q on q.id = a.person_id where a.link_id = ${linkId}) union select f.id from flow_asks f where f.link_id = ${linkId})`
  const rows = await db()
    .select({ channel: messages.channel, n: sql<number>`count(*)` })
    .from(messages)
    .where(sql`exists (select 1 from json_each(${messages.secrets}) s where s.value ->> '$.personId' in ${people})`)
    .groupBy(messages.channel)
  const [spent] = await db()
    .select({ sum: sql<number>`coalesce(sum(${proofs.spent}), 0)` })
    .from(proofs)
    .where(sql`${proofs.personId} in ${people}`)
  const of = (channel: string) => rows.find((r) => r.channel === channel)?.n ?? 0
  return { mails: of('mail'), texts: of('text'), checks: spent!.sum }
}

const SHOWN = 200
async function answersBy(linkId: string): Promise<StandingLinkView['answers']> {
  const rows = await db()
    .select({
      answer: standingAnswers,
      name: contacts.name,
      paperId: roundPapers.paperId,
    })
    .from(standingAnswers)
    .innerJoin(contacts, eq(contacts.id, standingAnswers.contactId))
    .leftJoin(roundPeople, eq(roundPeople.id, standingAnswers.personId))
    .leftJoin(roundPapers, and(eq(roundPapers.roundId, roundPeople.roundId), eq(roundPapers.position, 0)))
    .where(eq(standingAnswers.linkId, linkId))
    .orderBy(desc(standingAnswers.at))
    .limit(SHOWN)
  const rounds = await latestRounds(rows.flatMap((r) => r.paperId ?? []))
  const maybe = rows.flatMap((r) => r.answer.perhaps ?? [])
  const names = maybe.length
    ? await db().select({ id: contacts.id, name: contacts.name }).from(contacts).where(inArray(contacts.id, maybe))
    : []
  return rows.map(({ answer, name, paperId }) => {
    const round = rounds.get(paperId ?? '')?.state
    const me = round?.people.find((p) => p.id === answer.personId)
    return {
      id: answer.id,
      name,
      contactId: answer.contactId,
      jobId: answer.jobId,
      at: answer.at,
      people: answer.people,
      state:
        me?.status === 'done'
          ? 'signed'
          : round?.status === 'declined'
            ? 'declined'
            : round && (round.status === 'lapsed' || round.status === 'withdrawn')
              ? 'lapsed'
              : 'began',
      known: answer.known,
      perhaps: names.find((n) => n.id === answer.perhaps) ?? null,
    }
  })
}

const TARGET: Record<string, Target['type']> = { day: 'day', number: 'number', amount: 'amount' }
/** One standing link as whoever looks after it sees it. */
export async function standingLinkView(id: string): Promise<StandingLinkView> {
  const link = await loadStandingLink(id)
  const { timeZone } = await theBusiness()
  const now = today(timeZone)
  const [list, counted, costs, answers, all, sessions, kindRows, items, counts] = await Promise.all([
    templatesOf(link),
    takenBy(db(), link),
    costsOf(id),
    answersBy(id),
    db().select().from(templates).orderBy(asc(templates.name)),
    sessionsFrom(now),
    db().select({ id: kinds.id, name: kinds.name }).from(kinds).orderBy(asc(kinds.position)),
    db().select({ id: catalogue.id, name: catalogue.description }).from(catalogue).orderBy(asc(catalogue.position)),
    countsOf([id]),
  ])
  const { settings } = link
  const papers = list.map((t) => ({
    id: t.id,
    asks: t.document.asks ?? [],
    parties: t.document.parties,
    unusable: whyNot(t, settings),
  }))
  const values = list.flatMap((t) => (t.document.asks ?? []).map((ask) => ({ template: t, ask })))
  const proposed = propose(
    settings.questions,
    values.map(({ template, ask }) => ({
      key: valueKey(template.id, ask.key),
      label: ask.label,
      type: TARGET[ask.type] ?? 'text',
    })),
  )
  const homes = homesOf(link.kindId ? await allFacts(link.kindId) : null)
  const home = propose(settings.questions, homes)
  return {
    id,
    name: link.name,
    version: link.version,
    state: stateOf(link),
    url: standingUrl(link.token),
    jobId: link.jobId,
    kindId: link.kindId,
    templates: link.templates,
    settings,
    stops: flowStops(settings, papers, link.jobId ? 'visit' : link.kindId ? 'job' : 'nothing'),
    against: standsAgainst(link, list),
    shut: await shutNow(link, counted, now),
    values: values.map(({ template, ask }) => ({
      key: valueKey(template.id, ask.key),
      templateId: template.id,
      paper: template.name,
      label: ask.label,
      type: ask.type,
      required: ask.required,
      proposed: proposed[valueKey(template.id, ask.key)] ?? null,
    })),
    parties: [
      ...new Map(
        list.flatMap((t) =>
          t.document.parties
            .filter((p) => p.key !== 'business' && p.key !== openedBy(t.document.parties))
            .map((p) => [p.key, { key: p.key, label: p.label }] as const),
        ),
      ).values(),
    ],
    homes: homes.map(({ key, label }) => ({ key, label })),
    proposedHome: Object.fromEntries(
      Object.entries(home).flatMap(([to, { question }]) => (settings.home[question] ? [] : [[question, to]])),
    ),
    counts: { taken: counted.taken, free: counted.free, signed: counts.get(id)?.signed ?? 0, ...costs },
    answers,
    choices: all
      .filter((t) => !t.archivedAt || link.templates.includes(t.id))
      .map((t) => ({ id: t.id, name: t.name, kind: t.kind, unusable: whyNot(t, settings) })),
    sessions,
    kinds: kindRows,
    items,
  }
}

/** What a paper of a link would say with some answers, and what would go home: nothing is kept. */
export async function tryFlow(id: string, templateId: string, given: FieldValues | null): Promise<FlowTried> {
  const link = await loadStandingLink(id)
  const { timeZone } = await theBusiness()
  const day = today(timeZone)
  const { questions } = link.settings
  const answers = given ?? sampleAnswers(questions, day)
  const template = (await templatesOf(link)).find((t) => t.id === templateId)
  const counting = countingAnswers(questions, answers, day)
  const { person, job, facts } = goneHome(link.settings, counting)
  return {
    title: template?.name ?? '',
    answers,
    problems: checkAnswers(questions, answers, day, fitsPattern).map(({ key, message }) => ({ key, message })),
    values: template ? valuesFor(link.settings, { id: template.id, asks: template.document.asks ?? [] }, counting) : [],
    home: Object.entries({ ...person, ...job, ...facts }).map(([to, value]) => ({ to, value })),
  }
}
