import { escapePattern } from '../text/escape'
import { flat } from './text'
import type { Span } from './types'
import { LABELS } from './words'

/** A line of a filled form: what it is, its value and where the value stands. */
export interface FormLine extends Span {
  label: string
  value: string
  /** The whole line. */
  line: Span
}

/** The lines of a text that are a label and its value, as forms send them; none where only one is. */
export function formLines(text: string, further: readonly { key: string; label: string }[]): FormLine[] {
  const labels = [
    ...Object.entries(LABELS).map(([key, words]) => ({ key, words })),
    ...further.map((f) => ({ key: `fact ${f.key}`, words: escapePattern(flat(f.label)) })),
  ]
  const found: FormLine[] = []
  let at = 0
  for (const line of text.split('\n')) {
    const m = /^(\s*([^:\n]{2,40}?)\s?:\s*)(.*?)\s*$/.exec(line)
    const name = m ? flat(m[2]!).trim() : ''
    const label = m && m[3] && labels.find((l) => new RegExp(`^(?:${l.words})$`).test(name))
    if (m && label)
      found.push({
        label: label.key,
        value: m[3]!,
        from: at + m[1]!.length,
        to: at + m[1]!.length + m[3]!.length,
        line: { from: at, to: at + line.length },
      })
    at += line.length + 1
  }
  return found.filter((f) => f.label !== 'message').length > 1 ? found : []
}
