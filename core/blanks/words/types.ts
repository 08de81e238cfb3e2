/** The words by which one language says what a blank is and whose. Patterns see lower-case text with single spaces. */
export interface WordList {
  language: string
  /** Frequent small words, to tell the language by. */
  small: string[]
  signature: RegExp
  initials: RegExp
  date: RegExp
  /** A sentence that goes on with a date: `valid from`. */
  dateAhead: RegExp
  /** Dates that stand beside a word of another kind: `date of signature`. */
  dateFirst: RegExp
  name: RegExp
  /** Names of things, which are text. */
  notName: RegExp
  /** Ways to say whose: canonical party, and the words that mean it. */
  parties: Record<'client' | 'participant' | 'guardian' | 'witness' | 'business', RegExp>
  /** Roles that are a party of their own. */
  roles: RegExp
  /** Sets a name apart where nothing else does: `I, ____`. */
  person: RegExp
  /** Begins or ends a block for one party. */
  block: RegExp
  yesNo: RegExp
}
