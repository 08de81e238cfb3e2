import { systemMade as out } from '../../../shared/out/systems'
import { newSystem as body } from '../../../shared/systems'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { addSystem } from '../../systems/systems'

/** Adds another system; the secret its calls are signed with is told here, once. */
export default route({ who: 'owner', body, out }, async ({ body, event }) => {
  const made = await addSystem(body, event.context.member!.name)
  await noteSecurity(event, 'setting', `Lets Upwold talk to “${body.name}” at ${new URL(body.url).host}`)
  return made
})
