import { eq } from 'drizzle-orm'
import { getBlob } from '../platform/blobs'
import { db } from '../platform/db/client'
import { papers } from '../platform/db/schema'
import { notFound } from '../platform/problem'
import type { OutFile } from './paper-files'
import type { LinkHolder } from '../chain/links'
import { readablePapers } from '../chain/papers'

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
