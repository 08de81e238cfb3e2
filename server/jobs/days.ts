import type { Entry } from '../../core/calendar/feed'
import type { jobs } from '../platform/db/schema'

type Job = typeof jobs.$inferSelect
/** A job's days, each an entry of its own. */
export function entriesOfJob(job: Job, client: string | null, url: string): Entry[] {
  if (!job.starts) return []
  return [{ starts: job.starts, ends: job.ends }, ...job.furtherDays].map((span, i) => ({
    uid: `job-${job.id}${i ? `-${i}` : ''}`,
    title: job.title,
    description: client ?? '',
    place: job.place,
    url,
    at: { ...span, timeZone: job.timeZone },
    off: !!job.calledOff,
    changed: job.createdAt,
    beside: false,
  }))
}
