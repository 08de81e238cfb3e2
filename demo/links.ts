import { eq } from 'drizzle-orm'
import { linkSettings } from '../core/standing-links/model'
import { SYSTEM } from '../server/chain/record'
import { db } from '../server/platform/db/client'
import { jobs } from '../server/platform/db/schema'
import { actOnLink, makeStandingLink } from '../server/rounds/open/links'

const question = (key: string, label: string, over: object = {}) => ({ key, label, type: 'text', ...over })

/** The standing links of the demo business: one to a session, and a form that leads to a paper. */
export async function addLinks(owner: string): Promise<void> {
  const [session] = await db().select({ id: jobs.id }).from(jobs).where(eq(jobs.title, 'Midwinter lakeside'))
  const swim = await makeStandingLink(
    { name: 'Midwinter lakeside', jobId: session!.id, kindId: null, templates: [], settings: linkSettings.parse({}) },
    owner,
  )
  const winter = await makeStandingLink(
    {
      name: 'Joining the winter swimmers',
      jobId: null,
      kindId: 'retreat',
      templates: ['membership'],
      settings: linkSettings.parse({
        questions: [
          question('mornings', 'Which mornings', { type: 'choices', options: ['Tuesday', 'Saturday'] }),
          question('swims', 'Do you swim without help?', { type: 'choice', options: ['yes', 'no'] }),
          question('help', 'Which help?', { show: { field: 'swims', is: 'equal', value: 'no' } }),
          question('call', 'Person to call, with their number', { page: 2 }),
          question('phone', 'Phone', { page: 2, format: { kind: 'phone' } }),
          question('heard', 'How did you hear of us?', { page: 2, required: false }),
        ],
        map: {
          'membership mornings': { from: 'question', key: 'mornings' },
          'membership fee': { from: 'always', value: '£96.00' },
          'membership call': { from: 'question', key: 'call' },
        },
        home: { phone: 'person.phone' },
      }),
    },
    owner,
  )
  for (const id of [swim, winter]) await actOnLink(id, { act: 'open' }, SYSTEM)
}
