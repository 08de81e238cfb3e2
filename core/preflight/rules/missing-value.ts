import type { PaperDocument } from '../../document/model'
import { type Rule, stop, textBlocks } from '../note'

/** The first block in which a gap stands. */
export function blockOfGap(document: PaperDocument, path: string): string | null {
  const found = textBlocks(document).find((b) =>
    b.content.some((i) => i.t === 'text' && i.gap && i.source?.path === path),
  )
  return found?.id ?? null
}

/** A value the paper needs and the record doesn't have. */
export const missingValue: Rule = ({ gaps, document }) =>
  gaps
    .filter((g) => !g.unknown)
    .map((g) =>
      stop(
        `${g.label} is missing.`,
        blockOfGap(document, g.path),
        g.source?.fact ? { kind: 'source', label: 'Add it', path: g.path } : null,
      ),
    )
