import { type Rule, warn } from '../note'

/** One party's field among the blanks of another: the words beside it say that it is somebody else's. */
export const otherBlock: Rule = ({ marked, document }) => {
  if (!marked) return []
  const label = (key: string) => document.parties.find((p) => p.key === key)?.label ?? key
  return marked.marks
    .filter((m) => m.state === 'settled' && !m.words && m.from === 'found' && m.foundParty !== undefined)
    .filter((m) => m.field.party !== m.foundParty && m.confidence >= 0.8)
    .filter((m) => {
      // A whole block given to somebody else was meant; one field out of it was not.
      const block = marked.marks.filter(
        (o) => o.page === m.page && o.foundParty === m.foundParty && o.state === 'settled' && !o.words,
      )
      return block.filter((o) => o.field.party === m.foundParty).length > block.length / 2
    })
    .map((m) =>
      warn(
        `“${m.field.label.slice(0, 60)}” on page ${m.page} is for ${label(m.field.party)}, but stands in the block of ${label(m.foundParty!)}.`,
        null,
        { kind: 'mark', label: 'Show it', mark: m.id },
      ),
    )
}
