import { eq, sql } from 'drizzle-orm'
import type { RoundEvent, RoundStatus } from '../../core/rounds/rounds'
import { minor } from '../../core/money/money'
import type { Db } from '../platform/db/client'
import { jobs, papers, rounds, sendings, standings } from '../platform/db/schema'

/** Keeps how a sending goes: that it went out, and each reminder. How it ended is kept when it ends. */
export async function keepSending(tx: Db, roundId: string, event: RoundEvent, at: string): Promise<void> {
  if (event.type === 'nudged') {
    await tx
      .update(sendings)
      .set({ reminders: sql`${sendings.reminders} + 1` })
      .where(eq(sendings.roundId, roundId))
    return
  }
  if (event.type !== 'asked') return
  const [row] = await tx
    .select({ paper: papers, jobId: rounds.jobId, kindId: jobs.kindId, total: standings.total })
    .from(rounds)
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .innerJoin(jobs, eq(jobs.id, rounds.jobId))
    .leftJoin(standings, eq(standings.jobId, rounds.jobId))
    .where(eq(rounds.id, roundId))
  if (!row) return
  const { paper, jobId, kindId, total } = row
  const priced = paper.kind === 'quote' || paper.kind === 'contract'
  await tx
    .insert(sendings)
    .values({
      ...{ roundId, jobId, kindId, paperId: paper.id, paperKind: paper.kind, templateId: paper.templateId },
      ...{ sentAt: at, outcome: 'out' as const, worth: priced ? (total ?? minor(0)) : minor(0) },
    })
    .onConflictDoNothing()
}

/** A sending came to its end, or goes on after it had. */
export const endSending = (tx: Db, roundId: string, outcome: RoundStatus, at: string) =>
  tx
    .update(sendings)
    .set({ outcome: outcome === 'draft' ? 'out' : outcome, endedAt: outcome === 'out' ? null : at })
    .where(eq(sendings.roundId, roundId))
