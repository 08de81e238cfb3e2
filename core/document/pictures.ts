import type { Block, PaperDocument } from './model'
import { blocksOf, walkBlocks } from './walk'

/** The most bytes a picture on a paper may have; the page makes larger ones smaller before it sends them. */
export const IMAGE_MAX = 1_500_000

const allBlocks = (document: PaperDocument): Block[] => [...walkBlocks(blocksOf(document))]

/** The pictures of a document, each once. */
export const picturesOf = (document: PaperDocument): string[] => [
  ...new Set(allBlocks(document).flatMap((b) => (b.t === 'image' ? [b.src] : []))),
]

/** Why a picture of a document can't be taken, naming it. */
export function pictureProblem(document: PaperDocument, src: string, why: string): string {
  const found = allBlocks(document).find((b) => b.t === 'image' && b.src === src)
  const alt = found?.t === 'image' ? found.alt : ''
  return `The picture ${alt ? `“${alt.slice(0, 60)}” ` : ''}can’t be put on a paper. ${why}`
}
