import { type Rule, textBlocks, typedWords, warn } from '../note'

const LEFT_OVER =
  /_{3,}|\.{5,}|\[[^\]\u0000]{0,60}\]|\{\{[^}]*\}\}|<[A-Z][A-Z _]{2,40}>|\b(?:X{3,}|TBC|TBD|TODO|lorem ipsum)\b/i

/** Something that was to be filled or written later and still stands there. */
export const placeholder: Rule = ({ document }) =>
  textBlocks(document).flatMap(({ id, content }) => {
    const found = LEFT_OVER.exec(typedWords(content))
    return found ? [warn(`“${found[0].slice(0, 60)}” looks like a blank that was never filled.`, id)] : []
  })
