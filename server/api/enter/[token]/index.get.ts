import { doorView as out } from '../../../../shared/out/members'
import { route } from '../../../doors/route'
import { theBusiness } from '../../../records/business'

/** Whose way in a link is. */
export default route({ who: 'door', out }, async ({ event }) => {
  const { member, purpose } = event.context.door!
  return { name: member.name, business: (await theBusiness()).name, purpose }
})
