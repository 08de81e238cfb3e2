import { eq } from 'drizzle-orm'
import { getBlob } from '../platform/blobs'
import { db, write } from '../platform/db/client'
import { papers } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import type { OutFile } from '../views/paper-files'
import { loadPaper } from '../papers/prepare'
import type { LinkHolder } from '../chain/links'
import { readablePapers } from '../chain/papers'
import { fileOfSha } from '../files/take'

/** Files that go with a paper to be read as they are: one that is signed elsewhere, say. */
export async function encloseFile(paperId: string, file: { sha: string; name: string }): Promise<void> {
  await fileOfSha(file.sha)
  await write(async (tx) => {
    const paper = await loadPaper(paperId)
    if (paper.state !== 'draft') throw new Problem('not-now', 'This has been sent. What was sent never changes.')
    const list = (paper.own.enclosures ?? []).filter((e) => e.sha !== file.sha)
    if (list.length >= 10) throw new Problem('invalid', 'Ten files can go with a paper.')
    await tx
      .update(papers)
      .set({ own: { ...paper.own, enclosures: [...list, file] } })
      .where(eq(papers.id, paperId))
  })
}

export async function takeOutEnclosure(paperId: string, sha: string): Promise<void> {
  await write(async (tx) => {
    const paper = await loadPaper(paperId)
    if (paper.state !== 'draft') throw new Problem('not-now', 'This has been sent. What was sent never changes.')
    const enclosures = (paper.own.enclosures ?? []).filter((e) => e.sha !== sha)
    await tx
      .update(papers)
      .set({ own: { ...paper.own, enclosures } })
      .where(eq(papers.id, paperId))
  })
}

export async function enclosureOf(paperId: string, sha: string): Promise<OutFile> {
  const [paper] = await db().select({ own: papers.own }).from(papers).where(eq(papers.id, paperId))
  const file = paper?.own.enclosures?.find((e) => e.sha === sha)
  if (!file) throw notFound('file')
  return { bytes: await getBlob(sha), name: file.name, type: 'application/pdf' }
}

/** A file that goes with the paper a signer’s link is for. */
export async function enclosureFor(holder: LinkHolder, sha: string): Promise<OutFile> {
  const list = await readablePapers(holder.person)
  const with_ = list.find((p) => p.paper.own.enclosures?.some((e) => e.sha === sha))
  if (!with_) throw notFound('file')
  return enclosureOf(with_.paper.id, sha)
}
