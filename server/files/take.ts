import { eq, inArray } from 'drizzle-orm'
import type { PageText } from '../../core/marking/text'
import { type TakenFile } from '../../shared/marking'
import { getBlob, putBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { files } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { assemblePages, pageTexts, renderPaper, takeInFile } from './pool'
import { theBusiness } from '../records/business'
import { bring } from './bring'

type FileRow = typeof files.$inferSelect
const refuse = (words: string, extra: Record<string, unknown> = {}) =>
  new Problem('invalid', words, { file: words }, extra)
const taken = ({ sha, name, use, pages, removed }: FileRow): TakenFile => ({ sha, name, use, pages, removed })

async function keep(pdf: Uint8Array, row: Omit<FileRow, 'sha' | 'createdAt' | 'text'>): Promise<TakenFile> {
  const sha = await putBlob(pdf, 'application/pdf')
  const [file] = await write(async (tx) => {
    await tx
      .insert(files)
      .values({ sha, ...row, text: null, createdAt: now() })
      .onConflictDoNothing()
    return tx.select().from(files).where(eq(files.sha, sha))
  })
  // The same file under another name is the same file.
  return { ...taken(file!), name: row.name }
}

/** Takes in a PDF, picture or DOCX for the marking table. What can't be marked is refused with the reason. */
export async function takeFile(name: string, bytes: Uint8Array, password?: string): Promise<TakenFile> {
  const clean =
    name
      .replace(/[\u0000-\u001f\u007f/\\]/g, ' ')
      .trim()
      .slice(0, 200) || 'file.pdf'
  const answer = await takeInFile({ name: clean, bytes, ...(password === undefined ? {} : { password }) })
  if ('docx' in answer) return docxFile(clean, bytes)
  if ('taken' in answer) {
    const { pdf, pages, removed } = answer.taken
    return keep(pdf, { name: clean, use: 'mark', pages, removed })
  }
  const file = await keep(bytes, { name: clean, use: 'read-only', pages: [], removed: [] })
  throw refuse(answer.signed, { why: 'signed', file: { sha: file.sha, name: clean } })
}

async function docxFile(name: string, bytes: Uint8Array): Promise<TakenFile> {
  const { document, left } = await bring(name, bytes)
  const { pdf } = await renderPaper({
    document: { ...document, parties: [] },
    figures: null,
    at: now(),
    author: (await theBusiness()).name,
  })
  const answer = await takeInFile({ name, bytes: pdf })
  if (!('taken' in answer)) throw refuse('This DOCX could not be drawn. Print it to a PDF and bring in that.')
  return keep(answer.taken.pdf, { name, use: 'mark', pages: answer.taken.pages, removed: left })
}

export async function fileOfSha(sha: string): Promise<FileRow> {
  const [row] = await db().select().from(files).where(eq(files.sha, sha))
  if (!row) throw new Problem('not-found', 'This file is not here any more. Bring it in again.')
  return row
}

/** The words of a file's pages where they have been read; nothing is read for this. */
export async function keptText(sha: string): Promise<PageText[]> {
  const [row] = await db().select({ text: files.text }).from(files).where(eq(files.sha, sha))
  return row?.text ? (JSON.parse(Buffer.from(await getBlob(row.text)).toString('utf8')) as PageText[]) : []
}

/** The words of a file's pages; read once, then kept beside it. */
export async function textOf(sha: string): Promise<PageText[]> {
  const row = await fileOfSha(sha)
  if (row.text) return JSON.parse(Buffer.from(await getBlob(row.text)).toString('utf8')) as PageText[]
  const pages = await pageTexts(await getBlob(sha))
  const text = await putBlob(new TextEncoder().encode(JSON.stringify(pages)), 'application/json')
  await write((tx) => tx.update(files).set({ text }).where(eq(files.sha, sha)))
  return pages
}

export interface ListedPage {
  sha: string
  page: number
  turn: 0 | 90 | 180 | 270
}
/** Pages of files put together to one file; one whole file in its own order stays that file. */
export async function fileFrom(pages: readonly ListedPage[], name: string): Promise<TakenFile> {
  const shas = [...new Set(pages.map((p) => p.sha))]
  const rows = await db().select().from(files).where(inArray(files.sha, shas))
  for (const p of pages) {
    const row = rows.find((r) => r.sha === p.sha)
    if (!row || row.use !== 'mark')
      throw new Problem('invalid', 'One of these files can’t be marked, or is not here any more. Bring it in again.')
    if (p.page > row.pages.length) throw new Problem('invalid', `${row.name} has only ${row.pages.length} pages.`)
  }
  const first = rows.find((r) => r.sha === pages[0]!.sha)!
  const whole =
    shas.length === 1 && pages.length === first.pages.length && pages.every((p, i) => p.page === i + 1 && p.turn === 0)
  if (whole) return taken(first)
  const pdf = await assemblePages({
    files: await Promise.all(shas.map((s) => getBlob(s))),
    pages: pages.map((p) => ({ file: shas.indexOf(p.sha), page: p.page, turn: p.turn })),
  })
  const sizes = pages.map((p) => {
    const { w, h } = rows.find((r) => r.sha === p.sha)!.pages[p.page - 1]!
    return p.turn % 180 ? { w: h, h: w } : { w, h }
  })
  return keep(pdf, { name, use: 'mark', pages: sizes, removed: [...new Set(rows.flatMap((r) => r.removed))] })
}
