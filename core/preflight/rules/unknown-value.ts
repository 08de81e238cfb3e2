import { type Rule, stop, textBlocks } from '../note'

/** A value or list that no record has, or has no more. */
export const unknownValue: Rule = ({ gaps, template }) =>
  gaps
    .filter((g) => g.unknown)
    .map((g) => {
      const at = textBlocks(template).find((b) => b.content.some((i) => i.t === 'value' && i.path === g.path))
      return stop(`The template asks for “${g.path}”, which no record has.`, at?.id ?? null)
    })
