import { daysIn, weekdayOn } from '../../enquiry/days'
import { flat } from '../../enquiry/text'
import { type Rule, textBlocks, typedWords, warn } from '../note'

const NAMES = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday']

/** A day typed with a weekday it doesn't fall on. Without a year it is taken as the next time that day comes. */
export const weekday: Rule = ({ job, document, context }) => {
  const paperDay = context.values['paper.date']?.value
  const today = job?.today ?? (typeof paperDay === 'string' ? paperDay : null)
  if (!today) return []
  return textBlocks(document).flatMap(({ id, content }) => {
    const text = typedWords(content)
    return daysIn(flat(text), { today, locale: document.language })
      .filter((m) => m.is === 'one' && m.weekday !== undefined && m.weekday !== weekdayOn(m.days[0]!))
      .map((m) => {
        const said = text.slice(m.from, m.to).trim()
        return warn(`“${said}”: that day is a ${NAMES[weekdayOn(m.days[0]!)]!}.`, id)
      })
  })
}
