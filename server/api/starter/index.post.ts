import { starterSet as body } from '../../../shared/starter'
import { starterTaken as out } from '../../../shared/out/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { starterIn } from '../../setup/starter-file'

/** Adds a starter set to what is here. */
export default route({ who: 'settings', out, body, limit: 12_000_000, throttle: 'file' }, async ({ body, event }) => {
  const taken = await starterIn(body)
  await noteSecurity(event, 'setting', `Took the set “${body.name}” in`)
  return taken
})
