import { type Rule, stop, textBlocks } from '../note'

/** A clause that can't be put in, or a reference to a clause that isn't there. */
export const brokenClause: Rule = ({ clauseProblems, document }) => [
  ...clauseProblems.map((p) =>
    stop(
      p.why === 'circular'
        ? `The clause “${p.clause}” leads back to itself. Take it out of one of the clauses it uses.`
        : `The clause “${p.clause}” is not in the library any more.`,
      null,
      { kind: 'go', label: 'See the clauses', to: 'clauses' },
    ),
  ),
  ...textBlocks(document)
    .filter((b) => b.content.some((i) => i.t === 'text' && i.gap && !i.source && i.text === 'clause missing'))
    .map((b) => stop('This refers to a clause that isn’t on the paper.', b.id)),
]
