/** Something to do that was typed: "new waiver for Ines", "nudge Weir View". */
export interface TypedAct {
  act: 'new' | 'nudge'
  /** What is to be new. */
  what: 'job' | 'quote' | 'contract' | 'waiver' | 'form' | 'paper' | 'payment' | 'note' | null
  /** Whom or which job it is for; empty where it isn't said. */
  of: string
  /** Only what it is was said, "payment okoro": it may be a name as well. */
  perhaps?: true
}

const NEW =
  /^(?:new|make|add|send|book)(?: an?)?(?: (job|quote|contract|waiver|form|paper|payment|note))(?: (?:for|to|of|on|from)(?: (.*))?)?$/
const BARE = /^(quote|contract|waiver|form|payment|note)(?: (?:for|to|of|on|from))? (.+)$/
const NUDGE = /^(?:nudge|remind)(?: (.*))?$/

/** Reads an act out of what was typed, in lower case with one space between words; null where it is none. */
export function typedAct(typed: string): TypedAct | null {
  const text = typed.trim()
  const made = NEW.exec(text)
  if (made) return { act: 'new', what: made[1] as TypedAct['what'], of: made[2]?.trim() ?? '' }
  const nudged = NUDGE.exec(text)
  if (nudged) return { act: 'nudge', what: null, of: nudged[1]?.trim() ?? '' }
  const bare = BARE.exec(text)
  return bare ? { act: 'new', what: bare[1] as TypedAct['what'], of: bare[2]!.trim(), perhaps: true } : null
}
