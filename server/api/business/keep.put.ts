import { keepGiven as body } from '../../../shared/settings'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

/** Sets how long sealed papers are kept. */
export default route({ who: 'owner', body }, async ({ body, event }) => {
  await changeSettings(body)
  const words = body.keepYears === null ? 'for ever' : `for ${body.keepYears} years`
  await noteSecurity(event, 'setting', `Sealed papers are kept ${words}`)
})
