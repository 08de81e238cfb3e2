import { addDays } from '../core/calendar/dates'
import { setTags } from '../server/follow-ups/tags'
import { giveTask } from '../server/follow-ups/tasks'
import { db } from '../server/platform/db/client'
import { contacts, jobs } from '../server/platform/db/schema'

/** What is to be done at Larkmoor, by when and by whom, and the words on its jobs and people. */
export async function addTasks(today: string, owner: string, staff: string): Promise<void> {
  const [found, people] = await Promise.all([
    db().select({ id: jobs.id, title: jobs.title }).from(jobs),
    db().select({ id: contacts.id, name: contacts.name }).from(contacts),
  ])
  const job = (title: string) => found.find((j) => j.title === title)!.id
  const task = (words: string, day: number | null, memberId: string | null, title: string | null) =>
    giveTask(
      {
        words,
        day: day === null ? null : addDays(today, day),
        memberId,
        jobId: title && job(title),
        contactId: null,
      },
      'Maren Fosse',
    )
  await task('Ring the harbour office about the quay', -1, owner, 'Quay evening')
  await task('Load the van with birch, not pine', 0, staff, 'Mill meadow')
  await task('Ask for the key of the lower gate', 5, owner, 'Tarrant lodge')
  await task('Oil the hinges of the small barrel', null, null, null)
  for (const [title, tags] of [
    ['Mill meadow', ['regular']],
    ['Tarrant lodge', ['regular', 'far away']],
    ['Birch evening', ['first time']],
  ] as const)
    await setTags('job', job(title), tags)
  const ines = people.find((p) => p.name === 'Ines Marlow')
  if (ines) await setTags('person', ines.id, ['recommends us'])
}
