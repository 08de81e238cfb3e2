import { startersFor } from '../core/follow-ups/starters'
import { newFollowUp } from '../shared/follow-ups'
import { addFollowUp } from '../server/follow-ups/manage'
import { setTags, tagsOn } from '../server/follow-ups/tags'
import { eq } from 'drizzle-orm'
import { db } from '../server/platform/db/client'
import { jobs, members } from '../server/platform/db/schema'

/** What happens by itself at Larkmoor: three of the six to begin with, one that isn't on yet, and one of its own, which has run once. */
export async function addFollowUps(): Promise<void> {
  const [owner] = await db().select({ id: members.id }).from(members).where(eq(members.role, 'owner'))
  const by = 'Maren Fosse'
  for (const { key, ...starter } of startersFor(owner!.id).filter(
    (s) => s.key !== 'after-the-day' && s.key !== 'final-invoice',
  ))
    await addFollowUp(newFollowUp.parse({ ...starter, on: key !== 'contract-signed' }), by)
  await addFollowUp(
    newFollowUp.parse({
      title: 'Lit early: it stands in the calendar',
      when: { kind: 'tag-on', of: 'lit early' },
      steps: [
        {
          after: { from: 'then', days: 0 },
          act: { do: 'entry', words: 'Stove lit at six: {job}', on: { from: 'day', days: 0 } },
        },
      ],
    }),
    by,
  )
  const [lodge] = await db().select({ id: jobs.id }).from(jobs).where(eq(jobs.title, 'Tarrant lodge'))
  if (lodge) await setTags('job', lodge.id, [...(await tagsOn('job', lodge.id)), 'lit early'])
}
