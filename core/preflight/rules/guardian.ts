import { holds } from '../../merge/merge'
import { type Rule, stop, warn } from '../note'

/** Someone under 18 is on the paper and no guardian signs for them. */
export const guardian: Rule = ({ job, kind, document, context }) => {
  if (!job) return []
  const has = document.parties.some((p) => p.key === 'guardian')
  const young = holds({ path: 'guest.under18', is: 'set' }, (path) => context.values[path])
  if (young && !has && document.parties.some((p) => p.key === 'guest'))
    return [
      stop('The guest is under 18 and this paper has no guardian to sign for them.', null, {
        kind: 'go',
        label: 'See the parties',
        to: 'parties',
      }),
    ]
  if (
    kind === 'waiver' &&
    !young &&
    context.values['guest.born']?.value === null &&
    !has &&
    Number(context.values['job.young']?.value) > 0
  )
    return [
      warn('Under-18s come to this job, and this guest’s date of birth isn’t known.', null, {
        kind: 'source',
        label: 'Add it',
        path: 'guest.born',
      }),
    ]
  return []
}
