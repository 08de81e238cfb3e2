import { createPrivateKey, sign } from 'node:crypto'
import { desc, eq, inArray, sql } from 'drizzle-orm'
import { type ChainHead, NO_HEAD, type RoundHead, headBytes, headHash, versionHash } from '../../../core/evidence/heads'
import { nextAt, now } from '../../platform/clock'
import { db, write } from '../../platform/db/client'
import { chainHeads, paperVersions, roundEvents, roundPapers } from '../../platform/db/schema'
import { enqueue } from '../../queue/outbox'
import { sealingKey } from './key'

/** Rounds in one head: what a night has is split into as many as it takes. */
const AT_ONCE = 200

/** The last event of each round, and the hash of what its versions say. */
async function headsOf(roundIds: readonly string[]): Promise<RoundHead[]> {
  const out: RoundHead[] = []
  for (const round of roundIds) {
    const [last] = await db()
      .select({ seq: roundEvents.seq, hash: roundEvents.hash })
      .from(roundEvents)
      .where(eq(roundEvents.roundId, round))
      .orderBy(desc(roundEvents.seq))
      .limit(1)
    if (!last) continue
    const versions = await db()
      .select()
      .from(paperVersions)
      .where(
        inArray(
          paperVersions.paperId,
          db().select({ id: roundPapers.paperId }).from(roundPapers).where(eq(roundPapers.roundId, round)),
        ),
      )
    out.push({ round, ...last, versions: Object.fromEntries(versions.map((v) => [v.id, versionHash(v)])) })
  }
  return out
}

/** Signs the heads of some rounds as they are now, behind the last signed head. */
async function signHeads(why: ChainHead['why'], roundIds: readonly string[]): Promise<void> {
  const key = await sealingKey()
  const privateKey = createPrivateKey({ key: Buffer.from(key.privateKey), format: 'der', type: 'pkcs8' })
  await write(async (tx) => {
    const rounds = await headsOf(roundIds)
    if (rounds.length === 0) return
    const [last] = await tx.select().from(chainHeads).orderBy(desc(chainHeads.seq)).limit(1)
    const body: ChainHead = {
      seq: (last?.seq ?? 0) + 1,
      at: now(),
      why,
      rounds,
      prev: last ? headHash(last.body) : NO_HEAD,
    }
    const signature = sign('sha256', headBytes(body), privateKey).toString('base64')
    await tx.insert(chainHeads).values({ seq: body.seq, body, keyId: key.id, signature })
  })
}

/** The outbox's part: a round has ended, and what happened in it is signed. */
export const signEnded = (roundId: string): Promise<void> => signHeads('ended', [roundId])

/** The outbox's part: every night, all rounds in which anything has happened since they were signed last. */
export async function signNight(): Promise<{ again: string }> {
  const [heads, rows] = await Promise.all([
    db().select({ body: chainHeads.body }).from(chainHeads).orderBy(chainHeads.seq),
    db()
      .select({ round: roundEvents.roundId, seq: sql<number>`max(${roundEvents.seq})` })
      .from(roundEvents)
      .groupBy(roundEvents.roundId),
  ])
  const signed = new Map(heads.flatMap((h) => h.body.rounds.map((r) => [r.round, r.seq] as const)))
  const fresh = rows.filter((r) => signed.get(r.round) !== r.seq).map((r) => r.round)
  for (let i = 0; i < fresh.length; i += AT_ONCE) await signHeads('night', fresh.slice(i, i + AT_ONCE))
  return { again: nextNight() }
}

/** Three in the morning, UTC. */
const nextNight = (): string => nextAt(3)

/** Sees to it that the nights are kept, from the next one on. Asked at every start, it is one errand. */
export const keepNights = (): Promise<void> => enqueue('heads.night', 'heads:night', {}, nextNight())
