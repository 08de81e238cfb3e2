/** What there is with somebody who asks to be forgotten. */
export interface Dealings {
  /** Titles of papers that are out with them. */
  out: readonly string[]
  /** Titles of agreed jobs of theirs that are still to come. */
  coming: readonly string[]
  /** Titles of jobs of theirs with money open, or held. */
  owing: readonly string[]
}

const named = (titles: readonly string[]) =>
  `“${titles[0]!.slice(0, 80)}”${titles.length > 1 ? ` and ${titles.length - 1} more` : ''}`

/** Why somebody can’t be forgotten yet, each with what to do first; empty where nothing stands against it. */
export const againstForgetting = ({ out, coming, owing }: Dealings): string[] => [
  ...(out.length ? [`${named(out)} is out with them: withdraw it, or wait until it is signed.`] : []),
  ...(coming.length ? [`${named(coming)} is agreed and still to come.`] : []),
  ...(owing.length ? [`Money of ${named(owing)} is open or held: settle it first.`] : []),
]

/** What somebody who was forgotten is called wherever a name has to stand. */
export const FORGOTTEN = 'Somebody forgotten'
