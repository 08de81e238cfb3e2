import { type Minor, formatMoney } from '../../money/money'
import { readAmount } from '../../money/typed'
import { type Rule, textBlocks, typedWords, warn } from '../note'

const TOTAL =
  /\b(?:total|in all|altogether|the whole|comes to|sum of)\b[^.\u0000]{0,24}?([£$€]\s?\d[\d,]*(?:\.\d{2})?)/gi

/** An amount typed into the text as the total that isn't the price table's. */
export const totalsDiffer: Rule = ({ job, document, context }) => {
  if (!job?.figures) return []
  const { total } = job
  return textBlocks(document).flatMap(({ id, content }) =>
    [...typedWords(content).matchAll(TOTAL)].flatMap(([, amount]) => {
      const read = readAmount(amount!.replace(/[£$€\s]/g, ''), context.currency, document.language)
      if ('problem' in read || read.value === total) return []
      return [
        warn(
          `The text says ${amount!} as the total; the price table comes to ${formatMoney(total as Minor, context.currency)}.`,
          id,
        ),
      ]
    }),
  )
}
