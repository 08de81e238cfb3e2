import { and, count, eq, gte, inArray, isNotNull, isNull, ne, or } from 'drizzle-orm'
import { FORGOTTEN, againstForgetting } from '../../core/people/forgetting'
import { EMPTY_DRAFT } from '../../shared/draft'
import type { ForgetLook } from '../../shared/out/person'
import { changeContact } from '../contacts/contacts'
import { now, today } from '../platform/clock'
import { dropBlobs } from '../platform/blobs'
import { type Db, db, write } from '../platform/db/client'
import {
  consents,
  contacts,
  deliveries,
  dues,
  happenings,
  invoices,
  jobs,
  kinds,
  mailIn,
  merges,
  messages,
  notices,
  occurrences,
  outbox,
  ownPages,
  papers,
  payments,
  roundPeople,
  rhythms,
  rounds,
  flowAsks,
  standingAnswers,
  tags,
  tasks,
  standings,
  ties,
  uploads,
  visitMarks,
} from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { theBusiness } from '../records/business'
import { touch } from '../standing/touch'
import { discardDraft } from './make'

const placesOf = (id: string) =>
  db()
    .select({ person: roundPeople, title: papers.title, state: papers.state })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .where(eq(roundPeople.contactId, id))

/** What forgetting somebody would do: what stands against it, and what has to be kept with their name on it. */
export async function lookAtForgetting(id: string): Promise<ForgetLook> {
  const d = db()
  const [contact] = await d.select({ id: contacts.id }).from(contacts).where(eq(contacts.id, id))
  if (!contact) throw notFound('contact')
  const day = today((await theBusiness()).timeZone)
  const places = await placesOf(id)
  const own = eq(jobs.clientId, id)
  const [coming, owing, [billed]] = await Promise.all([
    d
      .select({ title: jobs.title })
      .from(jobs)
      .leftJoin(rhythms, eq(rhythms.jobId, jobs.id))
      .where(
        and(
          own,
          isNotNull(jobs.agreedOn),
          // One that repeats goes on, whether or not its next is put down yet.
          or(
            gte(jobs.day, day),
            and(
              isNotNull(rhythms.startedAt),
              isNull(jobs.calledOff),
              or(isNull(rhythms.endsOn), gte(rhythms.endsOn, day)),
            ),
          ),
        ),
      ),
    d
      .selectDistinct({ title: jobs.title })
      .from(jobs)
      .leftJoin(dues, eq(dues.jobId, jobs.id))
      .leftJoin(standings, eq(standings.jobId, jobs.id))
      .where(and(own, or(isNotNull(dues.jobId), gte(standings.held, 1 as never)))),
    d.select({ n: count() }).from(invoices).innerJoin(jobs, eq(jobs.id, invoices.jobId)).where(own),
  ])
  const titles = (rows: { title: string }[]) => rows.map((r) => r.title)
  return {
    against: againstForgetting({
      out: titles(places.filter((p) => p.state === 'out')),
      coming: titles(coming),
      owing: titles(owing),
    }),
    kept: { papers: places.filter((p) => p.state === 'signed').length, invoices: billed!.n },
  }
}

/**
 * Forgets somebody: name, addresses, day of birth, what was written to them and what they left unfinished go. Signed papers,
 * their record and invoices stay as they were, for as long as the law asks. Done twice it does nothing more.
 */
export async function forgetPerson(id: string): Promise<void> {
  await write(async (tx) => {
    const { against } = await lookAtForgetting(id)
    if (against.length) throw new Problem('not-now', against.join(' '))
    const [contact] = await tx.select().from(contacts).where(eq(contacts.id, id))
    if (contact!.forgottenAt) return
    const places = await placesOf(id)
    const addresses = [contact!.email, contact!.phone, ...places.flatMap((p) => [p.person.email, p.person.how.phone])]
    await tx.delete(messages).where(inArray(messages.to, [...new Set(addresses.filter(Boolean))]))
    for (const { person, state } of places) {
      await tx.update(roundPeople).set({ draft: EMPTY_DRAFT }).where(eq(roundPeople.id, person.id))
      if (state === 'signed') continue
      await tx.delete(uploads).where(eq(uploads.personId, person.id))
      await tx
        .update(roundPeople)
        .set({ name: FORGOTTEN, email: '', how: { ...person.how, phone: '', subject: '', message: '' } })
        .where(eq(roundPeople.id, person.id))
      await tx.update(rounds).set({ subject: '', message: '' }).where(eq(rounds.id, person.roundId))
    }
    for (const job of await tx.select().from(jobs).where(eq(jobs.clientId, id))) await forgetJob(job)
    await tx.update(visitMarks).set({ words: '' }).where(eq(visitMarks.contactId, id))
    await tx.update(standingAnswers).set({ answers: {} }).where(eq(standingAnswers.contactId, id))
    await tx.update(standingAnswers).set({ perhaps: null }).where(eq(standingAnswers.perhaps, id))
    await tx.delete(tags).where(and(eq(tags.of, 'person'), eq(tags.ofId, id)))
    await tx.update(tasks).set({ words: FORGOTTEN, contactId: null }).where(eq(tasks.contactId, id))
    await tx.delete(flowAsks).where(eq(flowAsks.contactId, id))
    await forgetBeside(tx, id)
    await forgetOutside(id)
    await changeContact(id, { name: FORGOTTEN, email: '', phone: '', address: '', born: null, taxNumber: '' })
    await tx.update(contacts).set({ search: '', forgottenAt: now() }).where(eq(contacts.id, id))
  })
}

/** What is written of them beside jobs and papers, and of those who turned out to be them. */
async function forgetBeside(tx: Db, id: string): Promise<void> {
  await tx.delete(ties).where(or(eq(ties.fromId, id), eq(ties.toId, id)))
  await tx.delete(consents).where(eq(consents.contactId, id))
  await tx.delete(ownPages).where(eq(ownPages.contactId, id))
  await tx.delete(happenings).where(eq(happenings.contactId, id))
  const theirs = tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.clientId, id))
  await tx.delete(notices).where(or(inArray(notices.jobId, theirs), eq(notices.path, `/people/${id}`)))
  await tx.delete(merges).where(eq(merges.keptId, id))
  const blank = { name: FORGOTTEN, email: '', phone: '', address: '', born: null, taxNumber: '', notes: '', search: '' }
  await tx
    .update(contacts)
    .set({ ...blank, forgottenAt: now() })
    .where(eq(contacts.mergedInto, id))
  await tx.update(contacts).set({ notes: '', supplier: false, memberId: null }).where(eq(contacts.id, id))
}

/** What came in from them, and what other systems were told of them. */
async function forgetOutside(id: string): Promise<void> {
  await write(async (tx) => {
    const letters = await tx.delete(mailIn).where(eq(mailIn.contactId, id)).returning({ files: mailIn.files })
    await dropBlobs(
      tx,
      letters.flatMap((l) => l.files.map((f) => f.sha)),
    )
    const own = tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.clientId, id))
    const told = and(ne(deliveries.what, 'file'), inArray(deliveries.jobId, own))
    await tx.update(deliveries).set({ body: '{}' }).where(told)
    await tx.update(occurrences).set({ by: '' }).where(eq(occurrences.contactId, id))
  })
}

/** What a job says of its client beside what was agreed and signed; one that never came to that says nothing any more. */
async function forgetJob(job: typeof jobs.$inferSelect): Promise<void> {
  await write(async (tx) => {
    const ofJob = eq(happenings.jobId, job.id)
    for (const { id } of await tx
      .select({ id: papers.id })
      .from(papers)
      .where(and(eq(papers.jobId, job.id), eq(papers.state, 'draft'))))
      await discardDraft(id)
    await tx
      .update(outbox)
      .set({ payload: {} })
      .where(and(eq(outbox.kind, 'mail.client'), isNotNull(outbox.doneAt), eq(outbox.key, `enquiry:${job.id}`)))
    const bound = job.agreedOn !== null || (await isBound(job.id))
    if (bound) {
      await tx
        .update(happenings)
        .set({ detail: '' })
        .where(and(ofJob, inArray(happenings.type, ['enquiry', 'answer', 'answer-in', 'note'])))
      await tx.update(jobs).set({ notes: '' }).where(eq(jobs.id, job.id))
    } else {
      const [kind] = await tx.select({ name: kinds.name }).from(kinds).where(eq(kinds.id, job.kindId))
      await tx.delete(happenings).where(ofJob)
      await tx.update(jobs).set({ title: kind!.name, notes: '', place: '', facts: {} }).where(eq(jobs.id, job.id))
    }
    touch(job.id)
  })
}

async function isBound(jobId: string): Promise<boolean> {
  const rows = await Promise.all([
    db().select({ id: payments.id }).from(payments).where(eq(payments.jobId, jobId)).limit(1),
    db().select({ id: invoices.id }).from(invoices).where(eq(invoices.jobId, jobId)).limit(1),
    db()
      .select({ id: papers.id })
      .from(papers)
      .where(and(eq(papers.jobId, jobId), eq(papers.state, 'signed')))
      .limit(1),
  ])
  return rows.some((r) => r.length > 0)
}
