import type { Change } from '~~/shared/overview'

export type Changed = NonNullable<Change['about']>[number]
/** What a screen shows, so that it is asked for again only when that has changed. */
export interface Shows {
  /** Whether a change concerns it; every change does where nothing is said. */
  concerns?: (changed: Changed) => boolean
  /** The newest change that what it shows has in it already. */
  asOf?: () => number
}

/** Whether a screen that knows of the changes up to `seen` (-1: of none) has to be filled anew after this one. */
export function isNews(change: Change, seen: number, { concerns = () => true, asOf = () => -1 }: Shows): boolean {
  const known = Math.max(seen, asOf())
  if (change.at <= known) return false
  const missed = change.since > known
  return missed || change.about === null || change.about.some(concerns)
}

/** What concerns the page of one job. */
export const ofJob =
  (job: string) =>
  (changed: Changed): boolean =>
    changed.job === job
/** What concerns the page of one paper: itself, or all of its job. */
export const ofPaper =
  (job: string, paper: string) =>
  (changed: Changed): boolean =>
    changed.job === job && (changed.papers === null || changed.papers.includes(paper))

/** What doesn't follow what happens on jobs: it changes where somebody changes it. */
const APART = new Set(['library', 'template', 'settings', 'sessions', 'devices'])

/** What moves with what stands in threads alone, or with the business itself: not with a fact, a paper or a round of a job. */
const BESIDE = new Set(['tasks', 'tags', 'members', 'pads'])
const inThread = (c: Changed): boolean => c.papers?.length === 0 && c.rounds.length === 0

/**
 * Whether what was fetched under a key has to be fetched anew after a change. The first part of a key says what it is of,
 * the second which one; what tells the change it is as of (`asOf`) is known to have all up to it.
 */
export function concernsEntry(change: Change, seen: number, [area, id]: readonly unknown[], data: unknown): boolean {
  if (APART.has(String(area))) return false
  // The number in the frame and what is said beside a paper move with papers and rounds, not with a fact of a job alone.
  if (area === 'needs' || area === 'comments')
    return isNews(change, seen, { concerns: (c) => c.rounds.length > 0 || !!c.papers?.length })
  if (BESIDE.has(String(area))) return isNews(change, seen, { concerns: inThread })
  const shown = data as { asOf?: number; jobId?: string } | undefined
  const concerns =
    area === 'job' ? ofJob(String(id)) : area === 'paper' && shown?.jobId ? ofPaper(shown.jobId, String(id)) : undefined
  return isNews(change, seen, { concerns, asOf: () => shown?.asOf ?? -1 })
}
