import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../calendar/dates'
import { paperDocument } from '../document/model'
import { minor } from '../money/money'
import { statementDocument } from './document'
import { type Moved, statementOf } from './statement'

const moved = fc
  .record({
    day: fc.nat(400).map((n) => addDays('2026-01-01', n)),
    of: fc.constantFrom('invoice' as const, 'credit' as const, 'paid' as const, 'back' as const, 'reversed' as const),
    number: fc.constantFrom('', 'A-1', 'A-2'),
    amount: fc.integer({ min: 1, max: 1_000_000 }),
  })
  .map((m): Moved => ({
    ...m,
    job: 'Orchard',
    amount: minor(m.of === 'credit' || m.of === 'paid' ? -m.amount : m.amount),
  }))
const none = { overdue: minor(0), open: minor(0) }

describe('a statement', () => {
  it('comes to the same whatever order things are told in, and wherever it begins', () => {
    fc.assert(
      fc.property(fc.array(moved, { maxLength: 20 }), fc.nat(420), (all, n) => {
        const from = addDays('2026-01-01', n)
        const whole = statementOf(all, null, none)
        expect(statementOf([...all].reverse(), null, none)).toEqual(whole)
        const late = statementOf(all, from, none)
        expect(late.owed).toBe(whole.owed)
        expect(late.lines.every((l) => l.day >= from)).toBe(true)
        expect(late.lines.length ? late.lines.at(-1)!.balance : late.before).toBe(whole.owed)
        const of = (kinds: string[]) =>
          whole.lines.filter((l) => kinds.includes(l.of)).reduce((m, l) => m + l.amount, 0)
        const [asked, paid] = [of(['invoice', 'credit']), -of(['paid', 'back', 'reversed'])]
        expect(asked - paid).toBe(whole.owed)
        whole.lines.forEach((l, i) => expect(l.balance - (whole.lines[i - 1]?.balance ?? 0)).toBe(l.amount))
      }),
    )
  })
  it('is a paper in the client’s language, with what is open at its end', () => {
    const head = {
      business: { name: 'Zelt & Licht', address: 'Werkstraße 1', taxNumber: '', email: '', bank: 'IBAN DE89' },
      client: { name: 'Petra Brunner', address: '' },
      currency: 'EUR',
      language: 'de',
      asOf: '2026-06-30',
      from: '2026-06-01',
    }
    const of = (day: string, amount: number, of: Moved['of'], number = ''): Moved => ({
      day,
      of,
      number,
      job: 'Fest',
      amount: minor(amount),
    })
    const all = [
      of('2026-05-20', 30_000, 'invoice', '6'),
      of('2026-06-02', -30_000, 'paid'),
      of('2026-06-20', 70_000, 'invoice', '7'),
    ]
    const statement = statementOf(all, head.from, { overdue: minor(0), open: minor(75_000) })
    const document = paperDocument.parse(statementDocument(head, statement))
    const text = JSON.stringify(document)
    for (const words of [
      'Kontoauszug',
      'Offen vor dem 1. Juni 2026',
      'Rechnung 7, Fest',
      'Zu zahlen',
      '700,00',
      'noch nicht berechnet',
    ])
      expect(text).toContain(words)
    expect(text).not.toContain('Rechnung 6')
    expect(text).not.toMatch(/\b(Invoice|Payment|Balance|Owed)\b/)
  })
})
