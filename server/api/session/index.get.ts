import { memberById } from '../../services/members/members'
import { readSession } from '../../session'
import { theBusiness } from '../../services/business'
import { route } from '../../route'

export default route({}, async ({ event }) => {
  const session = await readSession(event)
  const member = session.memberId ? await memberById(session.memberId) : null
  if (!member) return { member: null, handover: false, business: null }
  const { name, currency, timeZone } = await theBusiness()
  return {
    member: { id: member.id, name: member.name, role: member.role },
    handover: !!session.handover,
    business: { name, currency, timeZone },
  }
})
