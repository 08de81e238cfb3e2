import cards from 'card-validator'
import { type PreflightInput, type Rule, stop, textBlocks, typedWords } from '../note'

const CARD =
  /\b(credit|debit|payment) ?card\b|\bcard ?(no\.?|number|holder|expiry|details)\b|\bcvv2?\b|\bcvc\b|\bsecurity code\b|\bkartennummer\b|\bkreditkarte\b|\bcarte (bancaire|de cr[ée]dit)\b|\btarjeta de (cr[ée]dito|d[ée]bito)\b/i

/** Digits in the groups cards are printed in: by a card scheme's lengths and check digit (ISO/IEC 7812), not any long number. */
const DIGITS = /(?<![\d+#./-])\d(?:[ -]?\d){12,18}(?![\d./-])/g
const cardsIn = (text: string): string[] =>
  [...text.matchAll(DIGITS)].map(([found]) => found.replace(/\D/g, '')).filter((digits) => cards.number(digits).isValid)

/** A field that asks for a card number, or one that was typed into the text: such numbers must not stand on a paper. */
export const cardNumber: Rule = ({ fields, marked, document }) => [
  ...fieldsAsking(fields, marked),
  ...textBlocks(document).flatMap(({ id, content }) =>
    cardsIn(typedWords(content)).map((digits) =>
      stop(
        `A card number stands in the text, it ends in ${digits.slice(-4)}. Take it out: a paper is copied and kept by many.`,
        id,
      ),
    ),
  ),
]

const fieldsAsking = (fields: PreflightInput['fields'], marked: PreflightInput['marked']) =>
  fields
    .filter(
      (f) => ['text', 'number', 'day'].includes(f.type) && CARD.test(`${f.label} ${f.help ?? ''} ${f.dataName ?? ''}`),
    )
    .map((f) => {
      const mark = marked?.marks.find((m) => m.field.key === f.key)
      return stop(
        `“${f.label.slice(0, 60)}” asks for a card number. Take payment through the payment step, never in a field.`,
        null,
        mark ? { kind: 'mark', label: 'Show it', mark: mark.id } : null,
      )
    })
