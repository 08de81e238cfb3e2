import { FIELD_SIGN, IMAGE_SIGN, PLAN_SIGN, PRICES_SIGN, bare } from '~~/core/layout/seen'

const SIGNS: Record<string, string> = { prices: PRICES_SIGN, plan: PLAN_SIGN }

/**
 * What an element shows of a paper, as `toRead` has it of the paper itself. A field is one sign, whatever stands in it;
 * of a table of figures only the words count that are marked so, as its amounts move with what is chosen.
 */
export function seenIn(root: Node, all = true): string {
  let out = ''
  for (const node of root.childNodes) {
    if (node.nodeType === 3) {
      if (all) out += bare(node.textContent ?? '')
      continue
    }
    if (node.nodeType !== 1) continue
    const { dataset, tagName } = node as HTMLElement
    if (dataset.field !== undefined) out += FIELD_SIGN(dataset.field)
    else if (tagName === 'IMG') out += IMAGE_SIGN
    else if (dataset.figures !== undefined) out += SIGNS[dataset.figures]! + seenIn(node, false)
    else out += seenIn(node, all || dataset.words !== undefined)
  }
  return out
}
