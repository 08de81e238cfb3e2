import { forgetSession, readSession } from '../../access'
import { Problem } from '../../problem'
import { route } from '../../route'
import { endSession } from '../../sessions'

export default route({ who: 'anyone' }, async ({ event }) => {
  const session = await readSession(event)
  if (session?.kind === 'handover')
    throw new Problem('locked', 'This device is handed over. It has to be handed back with the PIN first.')
  if (session) await endSession(session.id)
  forgetSession(event)
})
