import type { PreflightInput, PreflightNote, Rule } from './note'
import { brokenClause } from './rules/broken-clause'
import { cardNumber } from './rules/card-number'
import { dates } from './rules/dates'
import { doubledWord } from './rules/doubled-word'
import { guardian } from './rules/guardian'
import { invoiceAddress } from './rules/invoice-address'
import { missingSignoff } from './rules/missing-signoff'
import { missingValue } from './rules/missing-value'
import { neverHolds } from './rules/never-holds'
import { noPrice } from './rules/no-price'
import { nobodyBound } from './rules/nobody-bound'
import { nobodyFills } from './rules/nobody-fills'
import { nothingToSign } from './rules/nothing-to-sign'
import { offBlank } from './rules/off-blank'
import { otherBlock } from './rules/other-block'
import { otherClient } from './rules/other-client'
import { overflow } from './rules/overflow'
import { placeholder } from './rules/placeholder'
import { ruleTrouble } from './rules/rule-trouble'
import { totalsDiffer } from './rules/totals-differ'
import { uncoveredBlank } from './rules/uncovered-blank'
import { unknownValue } from './rules/unknown-value'
import { unreachable } from './rules/unreachable'
import { weekday } from './rules/weekday'

export type { Cure, PreflightInput, PreflightNote, Rule } from './note'

/** Every rule by its name, in the order its notes are shown. */
export const RULES: Record<string, Rule> = {
  unknownValue,
  missingValue,
  nobodyBound,
  nobodyFills,
  nothingToSign,
  missingSignoff,
  guardian,
  brokenClause,
  overflow,
  dates,
  weekday,
  totalsDiffer,
  otherClient,
  placeholder,
  doubledWord,
  neverHolds,
  unreachable,
  noPrice,
  invoiceAddress,
  cardNumber,
  ruleTrouble,
  uncoveredBlank,
  otherBlock,
  offBlank,
}

/** Rules about the wording, which in somebody else’s PDF isn’t the sender’s. */
const WORDING = new Set(['placeholder', 'doubledWord', 'otherClient', 'totalsDiffer', 'noPrice', 'weekday'])

/** Reads a paper as it would go out and lists what is wrong, each with its place and its cure where there is one. */
export function preflight(input: PreflightInput): PreflightNote[] {
  const notes = Object.entries(RULES)
    .filter(([rule]) => !input.marked || !WORDING.has(rule))
    .flatMap(([rule, run]) => run(input).map((n) => ({ ...n, rule })))
  return [...notes.filter((n) => n.severity === 'stop'), ...notes.filter((n) => n.severity === 'warn')]
}
