import { type Rule, stop } from '../note'

/** Text set by the sender that doesn't fit its box. */
export const overflow: Rule = ({ overflows }) =>
  overflows.map((o) => stop(`What is set in “${o.label}” is too long for its box. Shorten it, or make the box wider.`))
