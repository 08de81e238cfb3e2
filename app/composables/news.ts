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
