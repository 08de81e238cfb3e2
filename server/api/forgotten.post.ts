import { forgotten as body } from '../../shared/members'
import { noteSecurity } from '../doors/log'
import { route } from '../doors/route'
import { forgotPassword } from '../members/keys'

/** Sends a link for a new password; whether there is such a member isn't told. */
export default route({ who: 'anyone', body, limit: 4000, throttle: 'forgotten' }, async ({ event, body }) => {
  await forgotPassword(body.email)
  await noteSecurity(event, 'sign-in', `A new password was asked for: ${body.email.trim().toLowerCase().slice(0, 100)}`)
})
