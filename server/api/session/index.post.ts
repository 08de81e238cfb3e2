import { signedIn as out } from '../../../shared/out/acts'
import { signInWith as body } from '../../../shared/account'
import { deviceMark } from '../../doors/access'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { welcome } from '../../doors/welcome'
import { fromWhere } from '../../doors/where'
import { signIn } from '../../members/members'
import { Problem } from '../../platform/problem'
import { insistOnSecond } from '../../members/second'

export default route({ who: 'anyone', out, body, limit: 4000 }, async ({ event, body }) => {
  let member
  try {
    member = await signIn(body.email, body.password, { address: fromWhere(event).ip, mark: deviceMark(event) })
    await insistOnSecond(member, body.code)
  } catch (error) {
    if (error instanceof Problem && error.code === 'not-signed-in') throw error
    await noteSecurity(event, 'sign-in', `Wrong sign-in as ${body.email.trim().toLowerCase().slice(0, 100)}`)
    throw error
  }
  return welcome(event, member, 'Signed in')
})
