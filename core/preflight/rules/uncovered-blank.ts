import { openMarks } from '../../marking/model'
import { type Rule, warn } from '../note'

/** Blanks of somebody else's PDF that were found and that nobody has looked at: they would go out empty. */
export const uncoveredBlank: Rule = ({ marked }) => {
  const open = marked ? openMarks(marked) : []
  const [first] = open
  if (!first) return []
  const name = `“${first.field.label.slice(0, 60)}” on page ${first.page}`
  return [
    warn(
      open.length === 1
        ? `The blank ${name} is covered by no field: nobody would fill it.`
        : `${open.length} blanks are covered by no field, the first is ${name}: nobody would fill them.`,
      null,
      { kind: 'mark', label: 'Show it', mark: first.id },
    ),
  ]
}
