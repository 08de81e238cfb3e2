import { createHash } from 'node:crypto'
import { and, eq, inArray, sql } from 'drizzle-orm'
import { type NamedPerson, copiesTo, namedBy, withAnswers } from '../../../core/standing-links/named'
import { fitsPattern } from '../../../core/fields/patterns'
import type { FieldValues } from '../../../core/fields/rules'
import { checkAnswers, countingAnswers, valuesFor } from '../../../core/standing-links/answers'
import { type GoneHome, goneHome } from '../../../core/standing-links/home'
import { isCode, shutFor } from '../../../core/standing-links/open'
import { formatMoney } from '../../../core/money/money'
import { editContact, newJob } from '../../../shared/jobs'
import type { StandingAnswer } from '../../../shared/standing-links'
import { SYSTEM } from '../../chain/record'
import { issueLink, linkUrl } from '../../chain/links'
import { changeContact } from '../../contacts/contacts'
import { addGuest, createJob } from '../../jobs/jobs'
import { memberById } from '../../members/members'
import { now, today } from '../../platform/clock'
import { type Db, db, write } from '../../platform/db/client'
import { catalogue, contacts, jobs, standingAnswers } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { take } from '../../platform/throttle'
import { occurred } from '../../queue/occurred'
import { enqueue } from '../../queue/outbox'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import { inLanguage } from '../../templates/languages'
import { sendForVisitor } from '../prepare/for-visitor'
import { type FlowAsk, type StandingLink, type Template, partyOf, standsAgainst, templatesOf } from './links'
import { SHUT, insistOnOthers, insistOnWho, refuse } from './refuse'
import { hasSigned, takenBy } from './taken'
import { childOf, namedRecord, visitorsOf, whoIs } from './who'

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

/** What an answer has written, to whom else, and by when it is signed. */
function lettersOf({ settings }: StandingLink, answers: FieldValues) {
  const { questions, subject, message, reminders, within } = settings
  return {
    subject: withAnswers(subject, questions, answers),
    message: withAnswers(message, questions, answers),
    reminders,
    deadline: within === null ? { kind: 'none' as const } : { kind: 'after' as const, days: within },
    copies: copiesTo(settings, questions, answers),
  }
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
    const leadsTo = there?.jobId ?? link.jobId
    const expected = leadsTo ? await visitorsOf(tx, leadsTo) : []
    if (there) {
      const ids = given.children.flatMap((c) => expected.find((v) => v.name === c.name && v.born === c.born)?.id ?? [])
      return { answer: there, children: ids }
    }
    if (link.ask) await fillIn(await recordOf(link.ask), given)
    const who = link.ask
      ? { id: link.ask.contactId, known: 'known' as const, perhaps: null }
      : await whoIs(tx, link, list, expected, given, {
          email: given.email,
          phone: given.phone,
          born: given.born,
          ...said.home.person,
        })
    const children: string[] = []
    for (const child of given.children) children.push(await childOf(tx, expected, child))
    const coming = [...(given.own ? [who.id] : []), ...children]
    const { taken, free } = await takenBy(tx, link)
    // Whoever is expected has a place already.
    const placed = coming.filter((id) => expected.some((v) => v.id === id)).length
    const shut = shutFor(
      link.settings,
      {
        closed: !link.openedAt || !!link.closedAt,
        today: said.today,
        taken,
        free: free === null ? null : free + placed,
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
    if (link.jobId && (!link.ask || list.some((t) => partyOf(t) === 'guest')))
      for (const contactId of coming) await addGuest(jobId, contactId, true)
    const answer = {
      id,
      linkId: link.id,
      contactId: who.id,
      jobId,
      people: coming.length,
      known: who.known,
      perhaps: who.perhaps,
      answers: said.counting,
      askId: link.ask?.id ?? null,
      at: now(),
    }
    await tx.insert(standingAnswers).values(answer)
    await occurred({
      id: `answered:${id}`,
      kind: 'answered',
      jobId,
      contactId: who.id,
      of: link.templates.map((t) => `t:${t}`),
      by: given.name.slice(0, 120),
    })
    await note({
      jobId,
      type: 'standing',
      words: `${given.name.slice(0, 80)} answered by “${link.name}”${children.length ? `, with ${given.children.map((c) => c.name.slice(0, 60)).join(', ')}` : ''}`,
      detail: who.perhaps ? 'They may be somebody who is among your people already.' : '',
      state: 'theirs',
      notable: true,
    })
    await enqueue('mail.owner', `came:${answer.id}`, {
      about: 'came',
      jobId,
      subject: `${given.name.slice(0, 80)} answered by “${link.name}”`,
      words: who.perhaps ? 'They may be somebody who is among your people already.' : '',
    })
    return { answer: { ...answer, personId: null }, children }
  })
}

const answerOf = async (tx: Db, id: string) =>
  (await tx.select().from(standingAnswers).where(eq(standingAnswers.id, id)))[0]

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

/** The record of whoever was asked from a job; who was forgotten is asked nothing. */
async function recordOf(ask: FlowAsk): Promise<typeof contacts.$inferSelect> {
  const [who] = await db().select().from(contacts).where(eq(contacts.id, ask.contactId))
  if (!who || who.forgottenAt) throw refuse('not-now', ...SHUT.closed)
  return who
}

/** Somebody who was asked from a job as the record has them; what it doesn't say yet is as they typed it. */
const asRecorded = (who: typeof contacts.$inferSelect, typed: StandingAnswer): StandingAnswer => ({
  ...typed,
  name: who.name,
  email: who.email || typed.email,
  phone: who.phone || typed.phone,
  born: who.born ?? typed.born,
  own: true,
  children: [],
})

/** Puts into the record of whoever was asked what it doesn't say yet of how they are reached and when they were born. */
async function fillIn(who: typeof contacts.$inferSelect, given: StandingAnswer): Promise<void> {
  const fresh = (['email', 'phone', 'born'] as const).flatMap((f) => (!who[f] && given[f] ? [[f, given[f]]] : []))
  if (fresh.length) await changeContact(who.id, editContact.parse(Object.fromEntries(fresh)))
}

/**
 * Takes what somebody answered by a standing link: makes their record, their visit or job, their papers and the round, and
 * gives them the address to sign at. Sent again with the same id it is the same answer.
 */
export async function answerLink(
  link: StandingLink,
  typed: StandingAnswer,
  language: string,
  from: { ip: string },
): Promise<{ path: string }> {
  // Drawn from what their browser drew, so that no id a member sees leads to somebody's papers.
  // Who was asked from a job answers once, wherever they begin and go on.
  const id = createHash('sha256')
    .update(`${link.id} ${link.ask ? `ask ${link.ask.id}` : typed.id}`)
    .digest('hex')
    .slice(0, 40)
  const { timeZone, currency } = await theBusiness()
  const day = today(timeZone)
  const before = await answerOf(db(), id)
  if (before?.personId) return toSign(before.personId)
  const given = link.ask ? asRecorded(await recordOf(link.ask), typed) : typed
  if (!before && link.settings.code && !isCode(link.settings, given.code)) {
    await take('poster code', from.ip)
    throw refuse('invalid', 'This isn’t the code.', 'standCodeWrong', { code: 'standCodeWrong' })
  }
  const base = await templatesOf(link)
  const list = await Promise.all(base.map((t) => inLanguage(t, language)))
  const [session] = link.jobId ? await db().select({ day: jobs.day }).from(jobs).where(eq(jobs.id, link.jobId)) : []
  insistOnWho(link, list, given, session?.day ?? day)
  if (standsAgainst(link, base).length) throw refuse('not-now', ...SHUT.closed)
  const { questions } = link.settings
  const [wrong] = checkAnswers(questions, given.answers, day, fitsPattern)
  if (wrong) throw new Problem('invalid', wrong.message, { [`answers.${wrong.key}`]: wrong.message })
  const counting = countingAnswers(questions, given.answers, day)
  const named = namedBy(link.settings, counting)
  insistOnOthers(link, named, given)
  const prices = await pricesOf(link, currency)
  const { answer, children } = await takeIn(link, list, given, id, {
    counting,
    home: goneHome(link.settings, counting),
    today: day,
  })
  const { proof, write: writes } = link.settings
  const beside = await write(async (tx) => {
    const out: (NamedPerson & { contactId: string })[] = []
    for (const n of named) out.push({ ...n, contactId: await namedRecord(tx, n) })
    return out
  })
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
      // Who waits for somebody before them is written to when it is their turn.
      reach: writes || named.some((n) => n.when === 'before') ? 'email' : 'link',
      proof: proof === 'none' ? { kind: 'none' } : { kind: 'one-time', by: proof },
    },
    beside,
    letters: lettersOf(link, counting),
    by: member?.id ?? null,
    actor: { ...SYSTEM, name: `Standing link “${link.name.slice(0, 80)}”` },
  }).catch(async (error: unknown) => {
    if (error instanceof Problem && !before) await letGoOf(id)
    throw error
  })
  await write((tx) => tx.update(standingAnswers).set({ personId }).where(eq(standingAnswers.id, id)))
  return toSign(personId)
}

/** Where whoever answered signs. */
const toSign = async (personId: string): Promise<{ path: string }> => ({
  path: new URL(linkUrl((await issueLink(personId, 'standing')).token)).pathname,
})

/** What couldn't be made into a round isn't counted; the record of whoever came stays for whoever looks into it. */
async function letGoOf(id: string): Promise<void> {
  await write((tx) => tx.delete(standingAnswers).where(eq(standingAnswers.id, id)))
}
