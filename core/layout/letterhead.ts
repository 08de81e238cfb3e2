import type { Block, PaperDocument } from '../document/model'

/** The gap below a logo, in points. */
const BELOW = 10

/**
 * A document with the logo of its business standing above what it says. The picture itself comes in where it is drawn;
 * elsewhere only the place it takes counts.
 */
export function withLogo(document: PaperDocument): PaperDocument {
  const logo = document.letterhead?.logo
  if (!logo) return document
  const { width, height, alt, src } = logo
  const head: Block[] = [
    { t: 'image', id: 'letterhead', src: src ?? '', alt, width, height },
    { t: 'space', id: 'below-letterhead', height: BELOW },
  ]
  return { ...document, body: [...head, ...document.body] }
}
