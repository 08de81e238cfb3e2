import { Problem } from '../../problem'
import { endSession, readSession } from '../../session'
import { route } from '../../route'

export default route({}, async ({ event }) => {
  if ((await readSession(event)).handover)
    throw new Problem('locked', 'This device is handed over. It has to be handed back with the PIN first.')
  await endSession(event)
})
