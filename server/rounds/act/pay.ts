import { eq } from 'drizzle-orm'
import { decrypt, encrypt } from '../../platform/crypt'
import { db } from '../../platform/db/client'
import { jobs, rounds } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { requestCard } from '../../money/payments'
import type { LinkHolder } from '../../chain/links'

const PURPOSE = 'ways back'

/** Opens the card page for the client of an agreed job; `back` is what their own browser keeps to come back to their link. */
export async function payFor(
  holder: LinkHolder,
  stage: string,
  token: string,
): Promise<{ url: string; request: string; back: string }> {
  const [round] = await db().select({ jobId: rounds.jobId }).from(rounds).where(eq(rounds.id, holder.person.roundId))
  const [job] = await db().select({ id: jobs.id, clientId: jobs.clientId }).from(jobs).where(eq(jobs.id, round!.jobId))
  if (!holder.person.contactId || holder.person.contactId !== job!.clientId)
    throw new Problem('not-allowed', 'Only the client pays for this job.')
  return payAndBack(job!.id, stage, `/s/${token}`)
}

/** Opens the card page for a stage of a job, for whoever comes back to a page by this path. */
export async function payAndBack(
  jobId: string,
  stage: string,
  path: string,
): Promise<{ url: string; request: string; back: string }> {
  const { url, request } = await requestCard(jobId, stage)
  return { url, request, back: encrypt(Buffer.from(`${request} ${path}`), PURPOSE) }
}

/** The link a browser keeps for a payment; null where it keeps none, or another's. */
export function linkBack(request: string, kept: string | undefined): string | null {
  if (!kept) return null
  try {
    const [of, path = ''] = Buffer.from(decrypt(kept, PURPOSE)).toString('utf8').split(' ')
    if (of !== request) return null
    // What was kept before own pages were there is a link alone.
    return path.startsWith('/') ? path : `/s/${path}`
  } catch {
    return null
  }
}
