import type { PaperDocument } from './model'
import { blocksOf, walkBlocks, walkInlines } from './walk'

/** The most bytes a picture on a paper may have; the page makes larger ones smaller before it sends them. */
export const IMAGE_MAX = 1_500_000

/** What has pictures: a document, or a part of one. */
type Pictured = Pick<PaperDocument, 'header' | 'body' | 'footer'>
const allOf = (document: Pictured): { src: string; alt: string }[] => [
  ...[...walkBlocks(blocksOf(document))].filter((b) => b.t === 'image'),
  ...[...walkInlines(blocksOf(document))].filter((i) => i.t === 'picture'),
]

/** The pictures of a document, on their own and in its lines, each once. */
export const picturesOf = (document: Pictured): string[] => [...new Set(allOf(document).map((p) => p.src))]

/** Why a picture of a document can't be taken, naming it. */
export function pictureProblem(document: Pictured, src: string, why: string): string {
  const alt = allOf(document).find((p) => p.src === src)?.alt
  return `The picture ${alt ? `“${alt.slice(0, 60)}” ` : ''}can’t be put on a paper. ${why}`
}
