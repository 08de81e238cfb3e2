import type { FieldSpec } from '../document/model'
import type { Gap } from '../merge/merge'

/** Something that would go wrong if the paper were sent now. A `stop` must be cured first. */
export interface PreflightNote {
  severity: 'stop' | 'warn'
  words: string
  cure: { label: string; path: string } | null
}
export interface PreflightInput {
  kind: string
  gaps: readonly Gap[]
  people: readonly { party: string; name: string; email: string }[]
  fields: readonly FieldSpec[]
  lapsesAt: string | null
  jobDay: string | null
  today: string
  total: number
}

const MAIL = /^[^\s@<>"]+@[^\s@<>"]+\.[^\s@<>"]+$/

/** Reads a paper as it would go out and lists what is wrong, each with its cure where there is one. */
export function preflight(input: PreflightInput): PreflightNote[] {
  const notes: PreflightNote[] = []
  const say = (severity: PreflightNote['severity'], words: string, cure: PreflightNote['cure'] = null) =>
    notes.push({ severity, words, cure })
  for (const gap of input.gaps) {
    if (gap.unknown) say('stop', `The template asks for “${gap.path}”, which no record has.`)
    else say('stop', `${gap.label} is missing.`, gap.source?.fact ? { label: 'Add it', path: gap.path } : null)
  }
  for (const person of input.people) {
    if (!person.name) say('stop', `Nobody stands for ${person.party} yet.`)
    else if (!MAIL.test(person.email))
      say('warn', `${person.name.slice(0, 80)} has no e-mail address; only signing on this device will reach them.`, {
        label: 'Add it',
        path: `${person.party}.email`,
      })
    if (!input.fields.some((f) => f.party === person.party && f.type === 'signature'))
      say('stop', `${person.name.slice(0, 80) || person.party} has nowhere to sign.`)
  }
  if (input.lapsesAt && input.lapsesAt.slice(0, 10) < input.today) say('stop', 'The deadline has passed already.')
  if (input.jobDay && input.lapsesAt && input.lapsesAt.slice(0, 10) > input.jobDay)
    say('warn', 'The deadline is after the job’s day.')
  if (input.jobDay && input.jobDay < input.today) say('warn', 'The job’s day is in the past.')
  if (input.total === 0 && input.kind !== 'waiver') say('warn', 'The total is 0.')
  return notes
}
