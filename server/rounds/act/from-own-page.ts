import { and, eq } from 'drizzle-orm'
import { issueLink } from '../../chain/links'
import { papersOf } from '../../chain/papers'
import { latestRounds } from '../../chain/state'
import { db } from '../../platform/db/client'
import { jobs, roundPeople } from '../../platform/db/schema'
import { Problem, notFound } from '../../platform/problem'
import { payAndBack } from './pay'

/** A way to somebody's place in a round, from their own page. Whatever else they have to prove there, they prove there. */
export async function openOwnPlace(contactId: string, place: string): Promise<string> {
  const [person] = await db()
    .select()
    .from(roundPeople)
    .where(and(eq(roundPeople.id, place), eq(roundPeople.contactId, contactId)))
  if (!person) throw notFound('paper')
  const [first] = await papersOf(person.roundId)
  const live = first && (await latestRounds([first.paper.id])).get(first.paper.id)
  const me = live?.id === person.roundId ? live.state.people.find((p) => p.id === place) : undefined
  if (me?.status !== 'asked' && me?.status !== 'opened')
    throw new Problem('not-now', 'This has been answered already, or was taken back.')
  const { token } = await issueLink(place, 'email')
  return `/s/${token}`
}

/** Opens the card page for a stage of one of somebody's own jobs. */
export async function payFromOwnPage(
  contactId: string,
  { jobId, stage }: { jobId: string; stage: string },
  token: string,
): Promise<{ url: string; request: string; back: string }> {
  const [job] = await db()
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, jobId), eq(jobs.clientId, contactId)))
  if (!job) throw notFound('payment')
  return payAndBack(job.id, stage, `/own/${token}`)
}
