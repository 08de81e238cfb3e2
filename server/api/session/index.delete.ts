import { forgetSession, readSession } from '../../doors/access'
import { Problem } from '../../platform/problem'
import { route } from '../../doors/route'
import { endSession } from '../../members/sessions'

export default route({ who: 'anyone' }, async ({ event }) => {
  const session = await readSession(event)
  if (session && session.kind !== 'member')
    throw new Problem('locked', 'This device is handed over. It has to be handed back with the PIN first.')
  if (session) await endSession(session.id)
  forgetSession(event)
})
