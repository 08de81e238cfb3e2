import { and, eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { newFlowAsk } from '../../../shared/standing-links'
import type { Actor } from '../../chain/record'
import { now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { contacts, flowAsks, standingAnswers } from '../../platform/db/schema'
import { hashToken, newId } from '../../platform/ids'
import { Problem, notFound } from '../../platform/problem'
import { flowTokenOf, standingUrl } from '../../platform/tokens'
import { enqueue } from '../../queue/outbox'
import { loadJob } from '../../records/job'
import { note } from '../../standing/thread'
import { insistOnOwnSending } from '../prepare/may-send'
import { type FlowAsk, askedLink, loadStandingLink, standsAgainst, templatesOf } from './links'

/**
 * Begins a flow from a job: somebody is asked to answer and sign, by mail or by an address that is handed over. Asked again
 * they get another address, and the one before works no more; once they have answered, no other.
 */
export async function askByFlow(
  jobId: string,
  { linkId, contactId, how }: z.output<typeof newFlowAsk>,
  actor: Actor,
): Promise<{ url: string | null }> {
  await insistOnOwnSending(actor)
  const { job } = await loadJob(jobId)
  if (job.calledOff) throw new Problem('not-now', 'This job is called off.')
  const link = await loadStandingLink(linkId)
  const [who] = await db().select().from(contacts).where(eq(contacts.id, contactId))
  if (!who || who.forgottenAt) throw notFound('person')
  if (how === 'email' && !who.email)
    throw new Problem('invalid', `There is no e-mail address of ${who.name}.`, { how: 'Hand over the link instead.' })
  const nonce = newId()
  return write(async (tx) => {
    const [there] = await tx
      .select()
      .from(flowAsks)
      .where(and(eq(flowAsks.jobId, jobId), eq(flowAsks.linkId, linkId), eq(flowAsks.contactId, contactId)))
    const id = there?.id ?? newId()
    const token = flowTokenOf(id, nonce)
    const ask: FlowAsk = {
      id,
      linkId,
      jobId,
      contactId,
      tokenHash: hashToken(token),
      createdAt: there?.createdAt ?? now(),
      by: actor.id!,
    }
    const [against] = standsAgainst(askedLink(link, ask), await templatesOf(link))
    if (against) throw new Problem('not-now', `${against} Mend that first.`)
    const [answered] = await tx
      .select({ id: standingAnswers.id })
      .from(standingAnswers)
      .where(eq(standingAnswers.askId, id))
    if (answered) throw new Problem('not-now', `${who.name} has answered already. What came in stands on the job.`)
    if (there) await tx.update(flowAsks).set({ tokenHash: ask.tokenHash, by: ask.by }).where(eq(flowAsks.id, id))
    else await tx.insert(flowAsks).values(ask)
    if (how === 'email') await enqueue('mail.flow', `flow:${id}:${nonce}`, { askId: id, nonce })
    await note({
      jobId,
      type: 'standing',
      words: `${who.name.slice(0, 80)} is asked by “${link.name}”${how === 'email' ? '' : ', by a link that is handed over'}`,
      state: 'theirs',
    })
    return { url: how === 'email' ? null : standingUrl(token) }
  })
}
