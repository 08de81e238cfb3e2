import { isMail } from '../fields/mail'
import type { FieldValues } from '../fields/rules'
import { inWords } from './answers'
import type { LinkSettings, Named, Question } from './model'

/** Somebody whom some answers name. */
export interface NamedPerson extends Pick<Named, 'party' | 'when'> {
  name: string
  email: string
}

/** Everybody some answers name; whoever isn't named, or without an address, isn't asked. */
export const namedBy = ({ named }: Pick<LinkSettings, 'named'>, answers: FieldValues): NamedPerson[] =>
  named.flatMap(({ party, when, name, email }) => {
    const who = { party, when, name: inWords(answers[name]), email: inWords(answers[email]) }
    return who.name && isMail(who.email) ? [who] : []
  })

/** The turn of everybody in a round that answers began: those named before, whoever answered, those after, then the business. */
export function turnsOf(whens: readonly Named['when'][]): Record<Named['when'] | 'business', number> {
  const answers = whens.includes('before') ? 2 : 1
  return { before: 1, with: answers, after: answers + 1, business: answers + (whens.includes('after') ? 2 : 1) }
}

/** Longest answer that is put into a letter. */
const LONGEST = 200
/** An answer as it stands in a letter: one line, and no address that could be pressed, whoever typed it. */
const inLetter = (value: string): string =>
  value
    .replace(/\s+/g, ' ')
    .replace(/[{}]/g, '')
    .replace(/\w+:\/\/|www\./gi, '')
    .replaceAll('//', ' ')
    .slice(0, LONGEST)
    .trim()

/** A text with answers where the words of their questions stand in braces; other places stay as they are. */
export function withAnswers(text: string, questions: readonly Question[], answers: FieldValues): string {
  const bare = (s: string) => s.trim().toLowerCase()
  const byLabel = new Map(questions.map((q) => [bare(q.label), inLetter(inWords(answers[q.key]))]))
  return text.replace(/\{([^{}]{1,300})\}/g, (whole, label: string) => byLabel.get(bare(label)) ?? whole)
}

/** Who gets a copy: the addresses that were given, and those in the answers of the questions that were. */
export const copiesTo = (
  { copies }: Pick<LinkSettings, 'copies'>,
  questions: readonly Question[],
  answers: FieldValues,
): string[] => [
  ...new Set(
    copies
      .map((c) => (questions.some((q) => q.key === c) ? inWords(answers[c]) : c).toLowerCase())
      .filter((c) => isMail(c)),
  ),
]

/** What is wrong with whom answers name and what is written to them, in words; empty where nothing is. */
export function namedWrong(
  { named, copies, questions }: Pick<LinkSettings, 'named' | 'copies' | 'questions'>,
  parties: readonly { key: string; label: string }[],
): string[] {
  const asked = new Set(questions.map((q) => q.key))
  return [
    ...named.flatMap((n) => {
      const party = parties.find((p) => p.key === n.party)
      if (!party) return [`Nobody stands for “${n.party}” on these papers: say again whom the answers name.`]
      return asked.has(n.name) && asked.has(n.email)
        ? []
        : [`Ask for the name and the e-mail address of the ${party.label.toLowerCase()}.`]
    }),
    ...(new Set(named.map((n) => n.party)).size < named.length ? ['Two are named for one place.'] : []),
    ...copies.flatMap((c) => (asked.has(c) || isMail(c) ? [] : [`“${c}” is no address to send a copy to.`])),
  ]
}
