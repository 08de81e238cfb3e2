import { fieldsOf } from '../../document/walk'
import { type Rule, stop, textBlocks } from '../note'

/** A field whose party the paper doesn't have. */
export const nobodyFills: Rule = ({ template }) =>
  fieldsOf(template)
    .filter((f) => !template.parties.some((p) => p.key === f.party))
    .map((f) => {
      const at = textBlocks(template).find((b) => b.content.some((i) => i.t === 'field' && i.field.key === f.key))
      return stop(`Nobody fills “${f.label}”: there is no party “${f.party}” on this paper.`, at?.id ?? null, {
        kind: 'go',
        label: 'See the parties',
        to: 'parties',
      })
    })
