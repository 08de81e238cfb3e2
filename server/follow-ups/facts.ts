import { eq } from 'drizzle-orm'
import type { Facts } from '../../core/follow-ups/model'
import { furtherFacts } from '../../core/follow-ups/facts'
import type { Values } from '../../core/follow-ups/values'
import { factWords } from '../../core/facts/facts'
import { isAllSigned } from '../../core/line/line'
import { greeted } from '../../core/rounds/greeting'
import type { Language } from '../../core/text/language'
import { sum } from '../../core/money/money'
import { dayIn, moneyIn } from '../../shared/words'
import { titlesIn } from '../../shared/words/titles'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { contacts, papers } from '../platform/db/schema'
import { type Business, theBusiness } from '../records/business'
import { type LoadedJob, loadJob } from '../records/job'
import { lineFacts } from '../standing/project'
import { today } from '../platform/clock'
import { tagsOn } from './tags'

/** What an occurrence is about, read whole. */
export interface Subject {
  loaded: LoadedJob | null
  contact: typeof contacts.$inferSelect | null
  paper: Pick<typeof papers.$inferSelect, 'id' | 'title' | 'kind'> | null
  facts: Facts
  business: Business
}

/** Reads what an occurrence is about, with all that can be asked of it. */
export async function subjectOf(o: {
  jobId: string | null
  contactId: string | null
  paperId: string | null
}): Promise<Subject> {
  const business = await theBusiness()
  const loaded = o.jobId ? await loadJob(o.jobId) : null
  const contactId = o.contactId ?? loaded?.job.clientId ?? null
  const [contact] = contactId ? await db().select().from(contacts).where(eq(contacts.id, contactId)) : []
  const [paper] = o.paperId
    ? await db()
        .select({ id: papers.id, title: papers.title, kind: papers.kind })
        .from(papers)
        .where(eq(papers.id, o.paperId))
    : []
  const person: Facts = {
    'person.name': contact?.name ?? null,
    'person.tags': contact ? await tagsOn('person', contact.id) : [],
  }
  const facts = loaded ? { ...person, ...(await jobFacts(loaded)) } : person
  return { loaded, contact: contact ?? null, paper: paper ?? null, facts, business }
}

async function jobFacts(loaded: LoadedJob): Promise<Facts> {
  const { job, client, priced, stages, guests, invoice } = loaded
  const line = await lineFacts(loaded)
  const signed = line.papers.filter((p) => p.kind === 'waiver' && p.state === 'signed').length
  return {
    'job.kind': job.kindId,
    'job.total': priced.total,
    'job.open': sum(stages.filter((s) => !s.held).map((s) => s.open)),
    'job.agreed': !!job.agreedOn,
    'job.signed': isAllSigned(line),
    'job.completed': !!job.completedOn,
    'job.calledOff': !!job.calledOff,
    'job.invoiced': !!invoice,
    'job.missing': line.expects.waivers ? Math.max(0, guests.length - signed) : 0,
    'job.people': job.people,
    'job.day': job.day,
    'job.place': job.place,
    'job.title': job.title,
    'job.tags': await tagsOn('job', job.id),
    'client.name': client?.name ?? null,
    'client.email': client?.email ?? null,
    'client.language': client?.language ?? null,
    'client.kind': client?.kind ?? null,
    'client.tags': client ? await tagsOn('person', client.id) : [],
    ...furtherFacts(job.facts),
  }
}

/** What stands in braces, as it is said in a language. */
export function valuesOf(s: Subject, language: Language): Record<string, string> {
  const { loaded, contact, paper, business } = s
  const { origin } = useConfig()
  const day = today(business.timeZone)
  const money = (amount: unknown) => (typeof amount === 'number' ? moneyIn(language, amount, business.currency) : '')
  const values: Values = {
    job: loaded?.job.title ?? '',
    kind: loaded?.kind.name ?? '',
    day: loaded?.job.day ? dayIn(language, loaded.job.day) : '',
    place: loaded?.job.place ?? '',
    people: loaded?.job.people === null || !loaded ? '' : String(loaded.job.people),
    total: money(s.facts['job.total']),
    open: money(s.facts['job.open']),
    client: loaded?.client?.name ?? '',
    first: contact ? greeted(contact.name, contact.kind === 'organisation') : '',
    paper: paper ? titlesIn(language, [{ title: paper.title }], true) : '',
    link: paper ? `${origin}/papers/${paper.id}` : '',
    jobLink: loaded ? `${origin}/jobs/${loaded.job.id}` : '',
    person: contact?.name ?? '',
    business: business.name,
    year: (loaded?.job.day ?? day).slice(0, 4),
    today: dayIn(language, day),
  }
  const further = Object.fromEntries(
    (loaded?.kind.settings.facts ?? []).map((rule) => [
      rule.key,
      factWords(rule, loaded!.job.facts[rule.key] ?? '', business.settings.locale),
    ]),
  )
  return { ...further, ...values }
}
