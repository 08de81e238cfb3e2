import { eq } from 'drizzle-orm'
import { greeted } from '../../core/rounds/greeting'
import { listIn } from '../../shared/words'
import { db } from '../platform/db/client'
import { contacts, flowAsks, jobs, standingLinks, templates } from '../platform/db/schema'
import { hashToken } from '../platform/ids'
import { flowTokenOf } from '../platform/tokens'
import { theBusiness } from '../records/business'
import { saysHere } from '../records/words'
import { post } from './compose'

/** Asks somebody to answer a form and sign what it fills, for a job. Nothing is sent to whoever was asked anew meanwhile. */
export async function mailFlow(key: string, askId: string, nonce: string): Promise<void> {
  const [row] = await db()
    .select({ ask: flowAsks, link: standingLinks, job: jobs.title, who: contacts })
    .from(flowAsks)
    .innerJoin(standingLinks, eq(standingLinks.id, flowAsks.linkId))
    .innerJoin(jobs, eq(jobs.id, flowAsks.jobId))
    .innerJoin(contacts, eq(contacts.id, flowAsks.contactId))
    .where(eq(flowAsks.id, askId))
  if (!row?.who.email || row.ask.tokenHash !== hashToken(flowTokenOf(askId, nonce))) return
  const business = await theBusiness()
  const language = row.who.language ?? business.settings.language
  const says = await saysHere(language)
  const names = await db().select({ id: templates.id, name: templates.name }).from(templates)
  const papers = row.link.templates.flatMap((id) => names.find((n) => n.id === id)?.name ?? [])
  const values = {
    first: greeted(row.who.name, row.who.kind === 'organisation'),
    job: row.job,
    papers: listIn(language, papers),
  }
  await post(business, {
    key,
    about: 'papers',
    to: row.who.email,
    language,
    subject: says('mFlowSubject', values),
    paragraphs: says('mFlow', values).split(/\n{2,}/),
    button: { label: says('mRead'), to: { kind: 'flow', personId: askId, nonce } },
  })
}
