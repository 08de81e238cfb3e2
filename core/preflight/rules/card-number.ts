import { type Rule, stop } from '../note'

const CARD =
  /\b(credit|debit|payment) ?card\b|\bcard ?(no\.?|number|holder|expiry|details)\b|\bcvv2?\b|\bcvc\b|\bsecurity code\b|\bkartennummer\b|\bkreditkarte\b|\bcarte (bancaire|de cr[ée]dit)\b|\btarjeta de (cr[ée]dito|d[ée]bito)\b/i

/** A field that asks for a card number: such numbers must not stand on a paper. */
export const cardNumber: Rule = ({ fields, marked }) =>
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
