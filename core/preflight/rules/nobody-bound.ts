import { type Rule, stop } from '../note'

/** A party of the paper for whom nobody stands. */
export const nobodyBound: Rule = ({ job, document }) =>
  (job?.people ?? [])
    .filter((p) => !p.name)
    .map((p) => {
      const label = document.parties.find((x) => x.key === p.party)?.label ?? p.party
      return stop(`Nobody stands for ${label} yet.`, null, { kind: 'bind', label: 'Say who', party: p.party })
    })
