/** Something to do that was typed: "new waiver for Ines", "nudge Weir View". */
export interface TypedAct {
  act: 'new' | 'nudge'
  /** What is to be new. */
  what: 'job' | 'quote' | 'contract' | 'waiver' | 'form' | 'paper' | 'payment' | 'note' | null
  /** Whom or which job it is for; empty where it isn't said. */
  of: string
}

const NEW =
  /^(?:new|make|add|send|book)(?: an?)?(?: (job|quote|contract|waiver|form|paper|payment|note))(?: (?:for|to|of|on|from)(?: (.*))?)?$/
const NUDGE = /^(?:nudge|remind)(?: (.*))?$/

/** Reads an act out of what was typed, in lower case with one space between words; null where it is none. */
export function typedAct(typed: string): TypedAct | null {
  const text = typed.trim()
  const made = NEW.exec(text)
  if (made) return { act: 'new', what: made[1] as TypedAct['what'], of: made[2]?.trim() ?? '' }
  const nudged = NUDGE.exec(text)
  return nudged ? { act: 'nudge', what: null, of: nudged[1]?.trim() ?? '' } : null
}
