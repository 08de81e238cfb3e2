import { eq } from 'drizzle-orm'
import type { OccurrenceKind } from '../../core/follow-ups/model'
import type { RoundEvent } from '../../core/rounds/rounds'
import type { Db } from '../platform/db/client'
import { papers, roundPeople, rounds } from '../platform/db/schema'
import { occurred } from '../queue/occurred'
import { papersOf } from './papers'
import { keepSending } from './sendings'

/** Events of a round that others may wait for. */
const HEARD: Partial<Record<RoundEvent['type'], OccurrenceKind>> = {
  asked: 'asked',
  opened: 'opened',
  signed: 'signed',
  'on-paper': 'signed',
  declined: 'declined',
  lapsed: 'lapsed',
  withdrawn: 'withdrawn',
  bounced: 'bounced',
}

/** What a paper can be told by: its kind, and its template. */
export const paperOf = (paper: { kind: string; templateId: string | null }): string[] => [
  paper.kind,
  ...(paper.templateId ? [`t:${paper.templateId}`] : []),
]

/** Says that an event of a round occurred, for whoever waits for it. */
export async function roundOccurred(
  tx: Db,
  roundId: string,
  { at, seq }: { at: string; seq: number },
  event: RoundEvent,
  by: string,
): Promise<void> {
  await keepSending(tx, roundId, event, at)
  if (event.type === 'signed')
    await tx.update(roundPeople).set({ stopped: null }).where(eq(roundPeople.id, event.person))
  const kind = HEARD[event.type]
  if (!kind) return
  const [round] = await tx
    .select({ jobId: rounds.jobId, paperId: papers.id, kind: papers.kind, templateId: papers.templateId })
    .from(rounds)
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .where(eq(rounds.id, roundId))
  if (!round) return
  const [person] =
    'person' in event
      ? await tx.select({ contactId: roundPeople.contactId }).from(roundPeople).where(eq(roundPeople.id, event.person))
      : []
  await occurred({
    id: `r:${roundId}:${seq}`,
    kind,
    at,
    jobId: round.jobId,
    paperId: round.paperId,
    contactId: person?.contactId ?? null,
    of: paperOf(round),
    by,
  })
}

/** Says of each paper of a round that all have signed it, and of a quote that it is accepted. */
export async function allSigned(roundId: string, jobId: string): Promise<void> {
  for (const { paper } of await papersOf(roundId)) {
    const about = { jobId, paperId: paper.id, of: paperOf(paper) }
    await occurred({ id: `all:${paper.id}:${roundId}`, kind: 'signed-all', ...about })
    if (paper.kind === 'quote') await occurred({ id: `accepted:${paper.id}:${roundId}`, kind: 'accepted', ...about })
  }
}
