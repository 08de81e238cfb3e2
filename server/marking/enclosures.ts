import { eq } from 'drizzle-orm'
import { write } from '../platform/db/client'
import { papers } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { loadPaper } from '../records/paper'
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
