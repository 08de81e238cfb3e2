import { eq } from 'drizzle-orm'
import type { Act } from '../../core/follow-ups/model'
import { SYSTEM } from '../chain/record'
import { db } from '../platform/db/client'
import { papers, templates } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { makeJobPaper } from '../papers/make'
import { sendRound } from '../rounds/prepare/send'
import type { Doing, Done } from './done'

/** Makes a paper of a template, one for each guest where it is made out to them; sends it where that is wanted. */
export async function makeAndSend(act: Extract<Act, { do: 'paper' }>, d: Doing): Promise<Done> {
  const { loaded } = d.subject
  if (!loaded) return { left: 'It is of no job.' }
  const [template] = await db().select().from(templates).where(eq(templates.id, act.template))
  if (!template || template.archivedAt)
    throw new Problem('not-now', 'Its template is not in the library any more. Choose another.')
  const guests = template.document.parties.some((p) => p.key === 'guest')
    ? loaded.guests.filter((g) => !d.contactId || loaded.job.clientId === d.contactId || g.id === d.contactId)
    : null
  if (guests && !guests.length) return { left: 'Nobody is expected on the job yet.' }
  const made: string[] = []
  const sent: string[] = []
  for (const [i, guest] of (guests ?? [null]).entries()) {
    try {
      const id = await makeJobPaper(
        loaded.job.id,
        { templateId: template.id, key: `${d.key}${i}`, ...(guest ? { guestId: guest.id } : {}) },
        null,
      )
      made.push(id)
      const [paper] = await db().select({ state: papers.state }).from(papers).where(eq(papers.id, id))
      if (!act.send || paper?.state !== 'draft') continue
      await sendRound(id, { key: `${d.key}${i}`, asDrawn: true }, SYSTEM)
      sent.push(id)
    } catch (error) {
      // A guest who has theirs already needs no other.
      if (!guests || !(error instanceof Problem) || error.code !== 'not-now' || made.length > sent.length) throw error
    }
  }
  if (!made.length) return { left: 'All of them have theirs already.' }
  const many = made.length === 1 ? `“${template.name}”` : `“${template.name}” ${made.length} times`
  if (sent.length) return { did: `Made and sent ${many}`, made: { what: 'sent' } }
  return { did: `Made ${many}`, ...(made.length === 1 ? { made: { what: 'paper' as const, id: made[0]! } } : {}) }
}
