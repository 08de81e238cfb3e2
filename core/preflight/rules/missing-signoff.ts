import { type Rule, stop } from '../note'

/** Whose signature a kind of paper is nothing without. */
const EXPECTED: Record<string, { party: string; words: string }[]> = {
  quote: [{ party: 'client', words: 'A quote is accepted by the client, but the client is not a party of this one.' }],
  contract: [
    { party: 'client', words: 'A contract has to be signed by the client, but the client is not a party of this one.' },
  ],
  waiver: [{ party: 'guest', words: 'A waiver is signed by the guest, but the guest is not a party of this one.' }],
}

/** A sign-off that the kind of paper expects and that is not there at all. */
export const missingSignoff: Rule = ({ kind, template }) =>
  (EXPECTED[kind] ?? [])
    .filter(({ party }) => !template.parties.some((p) => p.key === party))
    .map(({ words }) => stop(words, null, { kind: 'go', label: 'See the parties', to: 'parties' }))
