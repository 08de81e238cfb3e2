import { afterCommit, gathered, write } from '../platform/db/client'
import { changes } from '../platform/db/schema'
import { now } from '../platform/clock'
import { nudgeFeed } from './feed'
import { projectOrPutOff } from './project'

/** What one transaction did to a job. */
interface Touched {
  /** Whether its standing has to be brought in step. */
  stands: boolean
  /** Whether it was about all of the job, not some papers alone. */
  whole: boolean
  papers: Set<string>
  rounds: Set<string>
}
/** Which papers, and which round, something was about; about all of the job where no papers are named. */
export interface TouchedWhat {
  papers?: readonly string[]
  round?: string
}

const touched = (jobId: string | null): Touched =>
  gathered(
    `touched ${jobId ?? ''}`,
    () => ({ stands: false, whole: false, papers: new Set<string>(), rounds: new Set<string>() }),
    (t) => finish(jobId, t),
  )

/**
 * Says that something of a job has changed. Before the open transaction is committed, its standing is brought in step,
 * once, however often it was touched, and open screens are told which job, papers and rounds it was.
 */
export function touch(jobId: string, { papers, round }: TouchedWhat = {}): void {
  const t = touched(jobId)
  t.stands = true
  if (!papers) t.whole = true
  for (const id of papers ?? []) t.papers.add(id)
  if (round) t.rounds.add(round)
}

/** Says that open screens have something new to show of a job, or of none, whose standing is as it was: of one paper perhaps. */
export function tellScreens(jobId: string | null, paperId: string | null = null): void {
  const t = touched(jobId)
  if (paperId) t.papers.add(paperId)
}
/** Says that everything a screen may show of a job can read differently, though it stands where it stood. */
export function tellWhole(jobId: string): void {
  touched(jobId).whole = true
}

async function finish(jobId: string | null, { stands, whole, papers, rounds }: Touched): Promise<void> {
  if (jobId && stands) await projectOrPutOff(jobId, whole ? undefined : [...papers])
  await write((tx) =>
    tx.insert(changes).values({ at: now(), jobId, papers: whole ? null : [...papers], rounds: [...rounds] }),
  )
  afterCommit(nudgeFeed)
}
