import { type Minor, formatMoney } from '../../money/money'
import { amountInWords } from '../../merge/words'
import { readAmount } from '../../money/typed'
import { type Rule, textBlocks, typedWords, warn } from '../note'

const TOTAL =
  /\b(?:total|in all|altogether|the whole|comes to|sum of)\b[^.\u0000]{0,24}?([£$€]\s?\d[\d,]*(?:\.\d{2})?)/gi

/** Such a total in English words, up to its currency: `in all two hundred and sixty pounds`. */
const IN_WORDS =
  /\b(?:total|in all|altogether|the whole|comes to|sum of)\b[^.\u0000]{0,24}?\b((?:(?:zero|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|(?:thir|four|fif|six|seven|eigh|nine)teen|(?:twen|thir|for|fif|six|seven|eigh|nine)ty|hundred|thousand|million|and)[\s-]+)+(?:pounds?|euros?|dollars?)(?:(?: and)? [a-z -]+? (?:pence|penny|cents?))?)\b/gi
const plainWords = (text: string) =>
  text
    .toLowerCase()
    .replace(/\band\b|-/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** An amount typed into the text as the total, in figures or in words, that isn't the price table's. */
export const totalsDiffer: Rule = ({ job, document, context }) => {
  if (!job?.figures) return []
  const { total } = job
  const right = formatMoney(total as Minor, context.currency)
  const differs = (said: string, id: string | null) =>
    warn(`The text says ${said} as the total; the price table comes to ${right}.`, id)
  const spelled = plainWords(amountInWords(total as Minor, context.currency))
  return textBlocks(document).flatMap(({ id, content }) => [
    ...[...typedWords(content).matchAll(IN_WORDS)].flatMap(([, words]) =>
      plainWords(words!) === spelled ? [] : [differs(`“${words!.trim()}”`, id)],
    ),
    ...[...typedWords(content).matchAll(TOTAL)].flatMap(([, amount]) => {
      const read = readAmount(amount!.replace(/[£$€\s]/g, ''), context.currency, document.language)
      if ('problem' in read || read.value === total) return []
      return [differs(amount!, id)]
    }),
  ])
}
