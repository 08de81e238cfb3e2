import { isDay } from '../calendar/dates'
import { type Minor, minorDigits, percentOf, sum } from '../money/money'
import type { EInvoice } from './en16931'

/** A rule of EN 16931 that an invoice breaks: its number, and what to do, where. */
export interface Breach {
  rule: string
  words: string
}

/**
 * What of the rules of EN 16931-1 (clause 6.4) an invoice or credit note breaks; empty when it may go out. Amounts are held
 * against each other in whole minor units, never as fractions.
 */
export function breaches(e: EInvoice): Breach[] {
  const out: Breach[] = []
  const insist = (good: boolean, rule: string, words: string) => {
    if (!good) out.push({ rule, words })
  }
  const of = <T>(list: readonly T[], amount: (x: T) => Minor) => sum(list.map(amount))
  const { totals, groups, lines, seller, buyer } = e
  insist(!!e.number.trim(), 'BR-02', 'It has no number.')
  insist(isDay(e.issuedOn), 'BR-03', 'It has no day.')
  insist(/^[A-Z]{3}$/.test(e.currency), 'BR-05', 'It has no currency.')
  insist(minorDigits(e.currency) <= 2, 'BR-DEC', 'Its currency has more than two decimals.')
  insist(!!seller.name.trim(), 'BR-06', 'The registered name of the business is missing: Settings, Who we are.')
  insist(!!buyer.name.trim(), 'BR-07', 'It has no client.')
  insist(seller.address.length > 0, 'BR-08', 'The address of the business is missing: Settings, Who we are.')
  insist(/^[A-Z]{2}$/.test(seller.country), 'BR-09', 'The country of the business is missing: Settings, How we price.')
  insist(buyer.address.length > 0, 'BR-10', `The address of ${buyer.name || 'the client'} is missing: People.`)
  insist(/^[A-Z]{2}$/.test(buyer.country), 'BR-11', 'The country of the client is missing.')
  insist(lines.length > 0, 'BR-16', 'It has no line.')
  for (const l of lines) {
    insist(!!l.name.trim(), 'BR-25', `Line ${l.id} doesn’t say what it is.`)
    insist(!!l.quantity, 'BR-22', `Line ${l.id} has no quantity.`)
    insist(l.net === 0 || l.net < 0 === l.quantity.startsWith('-'), 'BR-27', `The price of line ${l.id} is below 0.`)
    insist(l.category !== 'S' || Number(l.rate) > 0, 'BR-S-05', `Line ${l.id} is taxed at nothing.`)
  }
  insist(totals.lines === of(lines, (l) => l.net), 'BR-CO-10', 'Its lines don’t add up to their sum.')
  insist(totals.net === totals.lines, 'BR-CO-13', 'Its total without tax is not the sum of its lines.')
  insist(totals.tax === of(groups, (g) => g.tax), 'BR-CO-14', 'Its tax is not the sum of the tax by rate.')
  insist(
    totals.total === sum([totals.net, totals.tax]),
    'BR-CO-15',
    'Its total is not the sum without tax and the tax.',
  )
  insist(
    sum([totals.due, totals.paid]) === totals.total,
    'BR-CO-16',
    'What is due is not the total less what was paid.',
  )
  for (const g of groups) {
    // Where prices have their tax inside, the tax is rounded and the net is the rest: a minor unit may lie between.
    const apart = Math.abs(g.tax - percentOf(g.net, g.rate))
    // Each invoice before was rounded by itself.
    const before = lines.filter((l) => l.rate === g.rate && l.net < 0).length
    insist(
      apart <= 1 + before,
      'BR-CO-17',
      `The tax at ${g.rate}% is not that share of ${g.rate === '0' ? 'it' : 'its net'}.`,
    )
    const net = of(
      lines.filter((l) => l.category === g.category && l.rate === g.rate),
      (l) => l.net,
    )
    insist(net === g.net, `BR-${g.category}-08`, `The lines at ${g.rate}% don’t add up to what is taxed at it.`)
    insist(g.category === 'S' || g.tax === 0, `BR-${g.category}-09`, 'Tax is charged where none is due.')
    insist(g.category !== 'AE' || !!g.reason, 'BR-AE-10', 'It doesn’t say that the client owes the tax.')
    insist(g.category !== 'E' || !!g.reason, 'BR-E-10', 'It doesn’t say why no tax is charged.')
  }
  insist(groups.length > 0, 'BR-CO-18', 'It says nothing of tax.')
  const known = !!seller.vatId || !!seller.taxNumber
  insist(known || !!seller.register, 'BR-CO-26', 'The tax number of the business is missing: Settings, Who we are.')
  if (groups.some((g) => g.category === 'S'))
    insist(known, 'BR-S-02', 'Tax is charged, and the tax number of the business is missing: Settings, Who we are.')
  if (groups.some((g) => g.category === 'AE')) {
    insist(
      known,
      'BR-AE-02',
      'The client owes the tax, and the tax number of the business is missing: Settings, Who we are.',
    )
    insist(
      !!buyer.vatId || !!buyer.register,
      'BR-AE-02',
      `The client owes the tax, and the tax number of ${buyer.name || 'the client'} is missing: People.`,
    )
    insist(
      lines.every((l) => l.category !== 'AE' || Number(l.rate) === 0),
      'BR-AE-05',
      'Tax is charged where the client owes it.',
    )
  }
  insist(
    e.type === '381' || totals.due <= 0 || !!e.dueOn || !!e.terms,
    'BR-CO-25',
    'It doesn’t say by when it is to be paid.',
  )
  return out
}
