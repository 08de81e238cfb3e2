import { eq } from 'drizzle-orm'
import { toHtml } from '../../core/document/html'
import type { PaperDocument } from '../../core/document/model'
import { expandTables } from '../../core/layout/expand'
import type { PaperFigures } from '../../core/layout/figures'
import type { PaperFile } from '../../shared/library'
import { getBlob } from '../platform/blobs'
import { db } from '../platform/db/client'
import { creditNotes, invoices, paperVersions, type roundPeople, rounds } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { docxInWorker } from '../files/pool'
import { placeOf, readablePapers } from '../chain/papers'
import { latestRounds, chainOf } from '../chain/state'
import { sealedName } from '../rounds/seal/name'
import { preparePaper, renderDraft } from '../papers/prepare'
import { loadPaper } from '../records/paper'

export interface NamedFile {
  bytes: Uint8Array
  name: string
}

async function roundOf(paperId: string): Promise<typeof rounds.$inferSelect | null> {
  const live = (await latestRounds([paperId])).get(paperId)
  return live ? (await db().select().from(rounds).where(eq(rounds.id, live.id)))[0]! : null
}

/** A paper as it is out in a round now. */
async function versionIn(roundId: string, paperId: string): Promise<typeof paperVersions.$inferSelect> {
  const place = await placeOf(roundId, paperId)
  const [version] = await db().select().from(paperVersions).where(eq(paperVersions.id, place!.versionId))
  return version!
}
const asSent = async (roundId: string, paperId: string): Promise<Uint8Array> =>
  getBlob((await versionIn(roundId, paperId)).pdfSha)

/** A paper as PDF: the exact bytes that were sent, or the draft as it would be sent now. */
export async function paperPdf(id: string): Promise<NamedFile> {
  const paper = await loadPaper(id)
  const round = await roundOf(id)
  const bytes = round ? await asSent(round.id, id) : (await renderDraft(await preparePaper(paper, false))).pdf
  return { bytes, name: `${paper.title}.pdf` }
}

async function sealedOf(roundId: string | undefined, paperId: string): Promise<NamedFile> {
  const place = roundId ? await placeOf(roundId, paperId) : undefined
  if (!place?.sealedSha)
    throw new Problem('not-now', 'The sealed copy is made when everyone has signed. Try again in a moment.')
  return { bytes: await getBlob(place.sealedSha), name: await sealedName(place.roundId, paperId) }
}

export const sealedPdf = async (id: string): Promise<NamedFile> => sealedOf((await roundOf(id))?.id, id)

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

/** What one signer may keep of a paper of theirs: as it was sent, or the sealed copy. The first, where none is named. */
export async function signerPdf(
  person: typeof roundPeople.$inferSelect,
  sealed: boolean,
  paperId?: string,
): Promise<NamedFile> {
  const list = await readablePapers(person)
  const paper = (paperId ? list.find((p) => p.paper.id === paperId) : list[0])?.paper
  if (!paper) throw notFound('paper')
  if (sealed) return sealedOf(person.roundId, paper.id)
  return { bytes: await asSent(person.roundId, paper.id), name: `${paper.title}.pdf` }
}

export async function invoicePdf(id: string): Promise<NamedFile> {
  const [invoice] = await db().select().from(invoices).where(eq(invoices.id, id))
  if (!invoice) throw notFound('invoice')
  if (!invoice.pdfSha) throw new Problem('not-now', 'The invoice is being drawn. Try again in a moment.')
  return { bytes: await getBlob(invoice.pdfSha), name: `Invoice ${invoice.number}.pdf` }
}

/** A credit note as it was drawn. */
export async function creditPdf(id: string): Promise<NamedFile> {
  const [row] = await db().select().from(creditNotes).where(eq(creditNotes.id, id))
  if (!row) throw notFound('credit note')
  if (!row.pdfSha) throw new Problem('not-now', 'The credit note is being drawn. Try again in a moment.')
  return { bytes: await getBlob(row.pdfSha), name: `Credit note ${row.number}.pdf` }
}

export interface OutFile extends NamedFile {
  type: string
}

export const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document'

/** A merged document as DOCX or HTML, or what is written as Upwold’s own JSON. */
export async function fileOf(
  as: 'docx' | 'html' | 'json',
  written: { kind: string; name: string; document: PaperDocument },
  merged: PaperDocument,
  figures: PaperFigures | null,
): Promise<OutFile> {
  const bytes = (text: string) => new TextEncoder().encode(text)
  const name = `${written.name}.${as}`
  if (as === 'json') {
    const file: PaperFile = { upwold: 'paper', version: 1, ...written, kind: written.kind as PaperFile['kind'] }
    return { bytes: bytes(`${JSON.stringify(file, null, 2)}\n`), name, type: 'application/json' }
  }
  const whole = expandTables(merged, figures)
  return as === 'html'
    ? { bytes: bytes(toHtml(whole)), name, type: 'text/html; charset=utf-8' }
    : { bytes: await docxInWorker(whole), name, type: DOCX }
}

/** A paper taken out: what was sent, or the draft as it is now. */
export async function paperFileAs(id: string, as: 'pdf' | 'docx' | 'html' | 'json'): Promise<OutFile> {
  if (as === 'pdf') return { ...(await paperPdf(id)), type: 'application/pdf' }
  const paper = await loadPaper(id)
  const round = await roundOf(id)
  const prepared = await preparePaper(paper)
  const version = round ? await versionIn(round.id, id) : undefined
  const written = { kind: paper.kind, name: paper.title, document: prepared.template }
  return version
    ? fileOf(as, written, version.document, version.figures)
    : fileOf(as, written, prepared.merged.document, prepared.figures)
}
