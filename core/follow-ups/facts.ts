import type { FactRule } from '../facts/facts'
import { TICKED } from '../facts/facts'
import type { Facts, TestKind } from './model'

export const factKinds = ['amount', 'number', 'words', 'choice', 'tags', 'day', 'yes'] as const
export type FactKind = (typeof factKinds)[number]
/** What can be asked of a record. */
export interface Askable {
  key: string
  label: string
  kind: FactKind
  /** What a choice is made from. */
  choices?: { value: string; label: string }[]
}

/** How each kind of fact can be asked about. */
export const ASKED_BY: Readonly<Record<FactKind, readonly TestKind[]>> = {
  amount: ['above', 'below', 'is'],
  number: ['above', 'below', 'is', 'given', 'missing'],
  words: ['is', 'is-not', 'has', 'has-not', 'given', 'missing'],
  choice: ['is', 'is-not', 'given', 'missing'],
  tags: ['has', 'has-not', 'given', 'missing'],
  day: ['before', 'after', 'is', 'given', 'missing'],
  yes: ['given', 'missing'],
}

const OWN: readonly Askable[] = [
  { key: 'job.total', label: 'the total', kind: 'amount' },
  { key: 'job.open', label: 'what is left to pay', kind: 'amount' },
  { key: 'job.agreed', label: 'it is agreed', kind: 'yes' },
  { key: 'job.signed', label: 'everything is signed', kind: 'yes' },
  { key: 'job.completed', label: 'it is done', kind: 'yes' },
  { key: 'job.calledOff', label: 'it is called off', kind: 'yes' },
  { key: 'job.invoiced', label: 'its invoice is raised', kind: 'yes' },
  { key: 'job.missing', label: 'the number of waivers missing', kind: 'number' },
  { key: 'job.people', label: 'the number of people', kind: 'number' },
  { key: 'job.day', label: 'the day', kind: 'day' },
  { key: 'job.place', label: 'the place', kind: 'words' },
  { key: 'job.title', label: 'the title', kind: 'words' },
  { key: 'job.tags', label: 'the job’s tags', kind: 'tags' },
  { key: 'client.name', label: 'the client’s name', kind: 'words' },
  { key: 'client.email', label: 'the client’s address', kind: 'words' },
  { key: 'client.tags', label: 'the client’s tags', kind: 'tags' },
  { key: 'person.name', label: 'the name of whoever it is', kind: 'words' },
  { key: 'person.tags', label: 'the tags of whoever it is', kind: 'tags' },
]

/** A further fact as it can be asked about. */
const further = ({ key, label, type, choices, people }: FactRule): Askable => {
  const name = `“${label}”`
  const of = `fact.${key}`
  if (type === 'number') return { key: of, label: name, kind: 'number' }
  if (type === 'day') return { key: of, label: name, kind: 'day' }
  if (type === 'tick') return { key: of, label: `${name} is ticked`, kind: 'yes' }
  if (type === 'choice')
    return { key: of, label: name, kind: 'choice', choices: (choices ?? []).map((c) => ({ value: c, label: c })) }
  if (type === 'person')
    return {
      key: of,
      label: name,
      kind: 'choice',
      choices: (people ?? []).map((p) => ({ value: p.id, label: p.name })),
    }
  return { key: of, label: name, kind: 'words' }
}

/** All that can be asked of the records of a business with these kinds of job, languages and further facts. */
export const askables = (
  kinds: readonly { id: string; name: string }[],
  languages: readonly { value: string; label: string }[],
  facts: readonly FactRule[],
): Askable[] => [
  {
    key: 'job.kind',
    label: 'the kind of job',
    kind: 'choice',
    choices: kinds.map((k) => ({ value: k.id, label: k.name })),
  },
  ...OWN,
  { key: 'client.language', label: 'the client’s language', kind: 'choice', choices: [...languages] },
  {
    key: 'client.kind',
    label: 'the client',
    kind: 'choice',
    choices: [
      { value: 'person', label: 'a person' },
      { value: 'organisation', label: 'an organisation' },
    ],
  },
  ...facts.map(further),
]

/** Further facts of a job as tests read them. */
export const furtherFacts = (facts: Readonly<Record<string, string>>): Facts =>
  Object.fromEntries(
    Object.entries(facts).map(([key, value]) => [`fact.${key}`, value === TICKED ? true : value || null]),
  )
