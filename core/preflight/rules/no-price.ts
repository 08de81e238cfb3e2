import { type Rule, warn } from '../note'

/** A paper about money whose total is nothing. */
export const noPrice: Rule = ({ job, kind }) =>
  job && job.total === 0 && (kind === 'quote' || kind === 'contract')
    ? [warn('The total is 0.', null, { kind: 'go', label: 'See the job', to: 'job' })]
    : []
