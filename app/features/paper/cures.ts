import { mended } from '~~/core/amend/amend'
import type { Cure, PreflightNote } from '~~/core/preflight/preflight'
import { usePaper } from './usePaper'

/** What one press does about a note on a paper of a job, from wherever it is shown. */
export function useCures() {
  const thisPaper = usePaper()
  const { id, paper } = storeToRefs(thisPaper)
  const { act, load } = thisPaper

  /** Rewords the block on this copy, in the amendment that gave it its words where there is one. */
  const mend = (cure: Extract<Cure, { kind: 'reword' }>) =>
    act(async () => {
      const body = mended(paper.value.written.amendments, cure.block, cure.content, `m${newKey()}`)
      await api(`/api/papers/${id.value}/amendments`, { method: 'POST', body })
      await load()
    })

  /** Where a note is cured that isn't cured at once: the paper with its place open, the job, the table, the library. */
  function placeOf({ at, cure }: Pick<PreflightNote, 'at' | 'cure'>, of = id.value): string {
    if (cure?.kind === 'mark') return `/papers/${of}/mark?mark=${cure.mark}`
    if (cure?.kind === 'go' && cure.to === 'job') return `/jobs/${paper.value.jobId}`
    if (cure?.kind === 'go' && cure.to === 'clauses') return '/library/clauses'
    if (cure?.kind === 'go' && cure.to === 'deadline') return `/papers/${of}#by-when`
    const query = new URLSearchParams({
      ...(at ? { at } : {}),
      ...(cure?.kind === 'source' ? { give: cure.path } : {}),
      ...(cure?.kind === 'bind' ? { bind: cure.party } : {}),
    })
    const hash = cure?.kind === 'go' ? '#parties' : ''
    return `/papers/${of}/write${query.size ? `?${query}` : ''}${hash}`
  }
  return { mend, placeOf }
}
