import { type Rule, textBlocks, warn } from '../note'

const DOUBLED = /(?<![\p{L}\p{N}-])(\p{L}{2,})(\s+)\1(?![\p{L}\p{N}-])/iu
/** Doubled words that are right as they are. */
const FINE = new Set(['had', 'that', 'bye', 'so', 'very'])

/** A word written twice, with the text that has it once. */
export const doubledWord: Rule = ({ template }) =>
  textBlocks(template).flatMap(({ id, content }) =>
    content.flatMap((i, k) => {
      if (i.t !== 'text' || i.change === 'struck') return []
      const found = DOUBLED.exec(i.text)
      if (!found || FINE.has(found[1]!.toLowerCase())) return []
      const mended = content.map((x, j) =>
        j === k && x.t === 'text' ? { ...x, text: x.text.replace(found[0], found[1]!) } : x,
      )
      return [
        warn(
          `“${found[0]}” is written twice.`,
          id,
          id ? { kind: 'reword', label: 'Mend', block: id, content: mended } : null,
        ),
      ]
    }),
  )
