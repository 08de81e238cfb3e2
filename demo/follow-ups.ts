import { startersFor } from '../core/follow-ups/starters'
import { newFollowUp } from '../shared/follow-ups'
import { newSystem } from '../shared/systems'
import { tellHow } from '../server/gateways/neighbour'
import { feedView, keepFeed } from '../server/systems/feeds'
import { addSystem } from '../server/systems/systems'
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

/** The neighbour is one of the systems Larkmoor talks to, where it is known what address Upwold is started at. */
export async function addNeighbour(origin: string): Promise<void> {
  const [owner] = await db().select({ id: members.id }).from(members).where(eq(members.role, 'owner'))
  const { secret } = await addSystem(
    newSystem.parse({
      kind: 'hook',
      name: 'The neighbour',
      url: `${origin}/standin/neighbour/calls`,
      events: ['invoiced', 'paid', 'signed-all', 'completed'],
      key: 'demo-neighbour',
    }),
    'Maren Fosse',
  )
  await keepFeed(owner!.id, ['jobs', 'stages', 'deadlines', 'tasks', 'entries'])
  const { url } = await feedView(owner!.id)
  await tellHow({ how: 'takes', secret: secret!, calendar: new URL(url!).pathname })
}
