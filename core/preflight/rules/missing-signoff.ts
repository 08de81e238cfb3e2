import { type Rule, stop } from '../note'

/** Whose signature a kind of paper is nothing without. */
const EXPECTED: Record<string, { party: string; or?: string; words: string }[]> = {
  quote: [{ party: 'client', words: 'A quote is accepted by the client, but the client is not a party of this one.' }],
  contract: [
    { party: 'client', words: 'A contract has to be signed by the client, but the client is not a party of this one.' },
  ],
  waiver: [
    {
      party: 'guest',
      // A child’s, which a guardian signs alone.
      or: 'guardian',
      words: 'A waiver is signed by the guest, but the guest is not a party of this one.',
    },
  ],
}

/** A sign-off that the kind of paper expects and that is not there at all. */
export const missingSignoff: Rule = ({ kind, template }) =>
  (EXPECTED[kind] ?? [])
    .filter(({ party, or }) => !template.parties.some((p) => p.key === party || p.key === or))
    .map(({ words }) => stop(words, null, { kind: 'go', label: 'See the parties', to: 'parties' }))
