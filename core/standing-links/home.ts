import type { PaperDocument } from '../document/model'
import { usesOfValue } from '../document/values'
import type { FieldValues } from '../fields/rules'
import { inWords } from './answers'
import type { LinkSettings } from './model'
import type { Target } from './propose'

/** Facts of a person an answer may go home to. */
const PERSON: Target[] = [
  { key: 'person.phone', label: 'Phone', type: 'phone' },
  { key: 'person.email', label: 'E-mail', type: 'email' },
  { key: 'person.address', label: 'Address', type: 'text' },
  { key: 'person.born', label: 'Day of birth', type: 'day' },
  { key: 'person.taxNumber', label: 'Tax number', type: 'text' },
]
/** And of a job that an answer makes; one that is there already isn't changed by whoever comes to it. */
const JOB: Target[] = [
  { key: 'job.place', label: 'Place', type: 'text' },
  { key: 'job.people', label: 'Number of people', type: 'number' },
  { key: 'job.day', label: 'Day', type: 'day' },
  { key: 'job.notes', label: 'Notes', type: 'text' },
]
const FACT = 'job.facts.'

/** What answers may go home to; further facts are those of the kind of job that is made, where one is. */
export const homesOf = (facts: readonly { key: string; label: string; type?: string }[] | null): Target[] =>
  facts === null
    ? PERSON
    : [
        ...PERSON,
        ...JOB,
        ...facts
          .filter((f) => f.type !== 'person')
          .map((f) => ({ key: `${FACT}${f.key}`, label: f.label, type: (f.type ?? 'text') as Target['type'] })),
      ]

/** Facts of a record that papers print, each with where an answer to it goes. */
const PRINTED: [of: string, home: string, words: string][] = [
  ['address', 'person.address', 'the address of whoever comes'],
  ['taxNumber', 'person.taxNumber', 'the tax number of whoever comes'],
  ['phone', 'person.phone', 'the phone number of whoever comes'],
  ['email', 'person.email', 'the e-mail address of whoever comes'],
]
const JOB_PRINTED: [of: string, home: string, words: string][] = [
  ['day', 'job.day', 'the day'],
  ['starts', 'job.day', 'when it begins'],
  ['place', 'job.place', 'the place'],
  ['people', 'job.people', 'the number of people'],
]

/**
 * What a paper prints that nobody would have said: a fact of whoever comes that isn't asked for, or one of a job that is made
 * by the answer. In words; `makesJob` is false where the link leads to a session that has its facts.
 */
export function unasked(
  { home, questions, proof, write }: Pick<LinkSettings, 'home' | 'questions' | 'proof' | 'write'>,
  document: PaperDocument,
  party: string,
  makesJob: boolean,
): string[] {
  const there = new Set(questions.flatMap((q) => home[q.key] ?? []))
  if (proof === 'email' || write) there.add('person.email')
  if (proof === 'text') there.add('person.phone')
  const lacks = (record: string, list: typeof PRINTED) =>
    list
      .filter(([of, to]) => !there.has(to) && usesOfValue(document, `${record}.${of}`).printed > 0)
      .map(([, , words]) => words)
  return [...lacks(party, PRINTED), ...(makesJob ? lacks('job', JOB_PRINTED) : [])]
}

export interface GoneHome {
  person: Record<string, string>
  job: Record<string, string>
  facts: Record<string, string>
}
/** What some answers say of the person, the job and its further facts. What wasn't answered says nothing. */
export function goneHome({ home }: Pick<LinkSettings, 'home'>, answers: FieldValues): GoneHome {
  const out: GoneHome = { person: {}, job: {}, facts: {} }
  for (const [key, to] of Object.entries(home)) {
    const value = inWords(answers[key])
    if (!value) continue
    if (to.startsWith(FACT)) out.facts[to.slice(FACT.length)] = value
    else if (to.startsWith('job.')) out.job[to.slice('job.'.length)] = value
    else if (to.startsWith('person.')) out.person[to.slice('person.'.length)] = value
  }
  return out
}
