import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'
import { removeMember } from '../../../members/manage'

export default route({ who: 'owner' }, async ({ event, id }) => {
  await removeMember(id)
  await noteSecurity(event, 'setting', 'Took a member out')
})
