import type { PaperDocument } from '../../core/document/model'
import { getBlob } from '../platform/blobs'

/** The picture drawn last: nearly always the only one there is. */
let last: { sha: string; src: string } | null = null

/** A document with the picture of its letterhead in it, to be drawn. */
export async function withPicture(document: PaperDocument): Promise<PaperDocument> {
  const { letterhead } = document
  if (!letterhead?.logo) return document
  const { logo } = letterhead
  if (last?.sha !== logo.sha)
    last = {
      sha: logo.sha,
      src: `data:image/png;base64,${Buffer.from(await getBlob(logo.sha)).toString('base64')}`,
    }
  return { ...document, letterhead: { ...letterhead, logo: { ...logo, src: last.src } } }
}
