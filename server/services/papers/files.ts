import { eq } from 'drizzle-orm'
import { getBlob } from '../../blobs'
import { db } from '../../db/client'
import { invoices, paperVersions, papers, type roundPeople, rounds } from '../../db/schema'
import { Problem, notFound } from '../../problem'
import { latestRounds } from '../rounds/state'
import { chainOf, sealedName } from '../rounds/seal'
import { loadPaper, preparePaper, renderDraft } from './papers'

export interface NamedFile {
  bytes: Uint8Array
  name: string
}

async function roundOf(paperId: string): Promise<typeof rounds.$inferSelect | null> {
  const live = (await latestRounds([paperId])).get(paperId)
  return live ? (await db().select().from(rounds).where(eq(rounds.id, live.id)))[0]! : null
}

async function asSent(round: typeof rounds.$inferSelect): Promise<Uint8Array> {
  const [version] = await db()
    .select({ sha: paperVersions.pdfSha })
    .from(paperVersions)
    .where(eq(paperVersions.id, round.versionId))
  return getBlob(version!.sha)
}

/** A paper as PDF: the exact bytes that were sent, or the draft as it would be sent now. */
export async function paperPdf(id: string): Promise<NamedFile> {
  const paper = await loadPaper(id)
  const round = await roundOf(id)
  const bytes = round ? await asSent(round) : (await renderDraft(await preparePaper(paper))).pdf
  return { bytes, name: `${paper.title}.pdf` }
}

async function sealedOf(round: typeof rounds.$inferSelect | null): Promise<NamedFile> {
  if (!round?.sealedSha)
    throw new Problem('not-now', 'The sealed copy is made when everyone has signed. Try again in a moment.')
  return { bytes: await getBlob(round.sealedSha), name: await sealedName(round) }
}

export const sealedPdf = async (id: string): Promise<NamedFile> => sealedOf(await roundOf(id))

/** The chain of a paper's round, as hashed. */
export async function paperEvents(id: string) {
  const round = await roundOf(id)
  if (!round) throw new Problem('not-now', 'This paper has not been sent.')
  return {
    round: round.id,
    algorithm: 'SHA-256 over RFC 8785 canonical JSON of {actor, at, data, prev, round, seq, type}',
    events: await chainOf(round.id),
  }
}

/** What one signer may keep: the paper as sent, or the sealed copy. */
export async function signerPdf(person: typeof roundPeople.$inferSelect, sealed: boolean): Promise<NamedFile> {
  const [round] = await db().select().from(rounds).where(eq(rounds.id, person.roundId))
  if (sealed) return sealedOf(round!)
  const [paper] = await db().select().from(papers).where(eq(papers.id, round!.paperId))
  if (paper!.state === 'withdrawn' || paper!.state === 'lapsed')
    throw new Problem(
      'gone',
      paper!.state === 'lapsed' ? 'The time to sign has passed.' : 'The sender has withdrawn this.',
    )
  return { bytes: await asSent(round!), name: `${paper!.title}.pdf` }
}

export async function invoicePdf(id: string): Promise<NamedFile> {
  const [invoice] = await db().select().from(invoices).where(eq(invoices.id, id))
  if (!invoice) throw notFound('invoice')
  if (!invoice.pdfSha) throw new Problem('not-now', 'The invoice is being drawn. Try again in a moment.')
  return { bytes: await getBlob(invoice.pdfSha), name: `Invoice ${invoice.number}.pdf` }
}
