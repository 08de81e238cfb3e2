import { daysBetween } from '../../calendar/dates'
import { type Rule, stop, warn } from '../note'

/** Dates that contradict each other or the calendar. */
export const dates: Rule = ({ job, template, context }) => {
  if (!job) return []
  const notes = []
  const deadline = job.lapsesAt?.slice(0, 10) ?? null
  if (deadline && deadline < job.today)
    notes.push(stop('The deadline has passed already.', null, { kind: 'go', label: 'Move it', to: 'deadline' }))
  if (job.day && deadline && deadline > job.day)
    notes.push(warn('The deadline is after the job’s day.', null, { kind: 'go', label: 'Move it', to: 'deadline' }))
  if (job.day && job.day < job.today)
    notes.push(warn('The job’s day is in the past.', null, { kind: 'go', label: 'See the job', to: 'job' }))
  const { starts, ends } = { starts: context.values['job.starts']?.value, ends: context.values['job.ends']?.value }
  if (typeof starts === 'string' && typeof ends === 'string' && daysBetween(starts.slice(0, 10), ends.slice(0, 10)) < 0)
    notes.push(stop('The job ends before it begins.', null, { kind: 'source', label: 'Correct it', path: 'job.ends' }))
  const counted = JSON.stringify(template).match(/"path":"(money\.[a-z]+\.due)"/g) ?? []
  if (!job.day && counted.length)
    notes.push(
      warn('A day on this paper is counted from the job’s day, which isn’t set.', null, {
        kind: 'source',
        label: 'Add the day',
        path: 'job.starts',
      }),
    )
  return notes
}
