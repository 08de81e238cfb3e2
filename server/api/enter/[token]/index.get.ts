import { doorView as out } from '../../../../shared/out/members'
import { route } from '../../../doors/route'
import { behindDoor } from '../../../members/keys'
import { theBusiness } from '../../../records/business'

/** Whose way in a link is. */
export default route({ who: 'door', out }, async ({ part }) => {
  const { member, purpose } = await behindDoor(part('token'))
  return { name: member.name, business: (await theBusiness()).name, purpose }
})
