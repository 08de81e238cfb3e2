import { type Rule, stop } from '../note'

/** A party that would be asked and has nowhere to sign. */
export const nothingToSign: Rule = ({ job, document, fields }) =>
  document.parties
    .filter((p) => !fields.some((f) => f.party === p.key && f.type === 'signature'))
    .map((p) => {
      const name = job?.people.find((x) => x.party === p.key)?.name.slice(0, 80)
      return stop(`${name || p.label} has nowhere to sign.`, null, {
        kind: 'go',
        label: 'See the parties',
        to: 'parties',
      })
    })
