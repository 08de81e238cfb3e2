import { sessionView as out } from '../../../shared/out/acts'
import { readSession } from '../../doors/access'
import { canMail } from '../../gateways/mail'
import { useConfig } from '../../platform/config'
import { route } from '../../doors/route'
import { memberById } from '../../members/members'
import { isFounded } from '../../setup/found'
import { meView } from '../../views/members'
import { theBusiness } from '../../records/business'

export default route({ who: 'anyone', out }, async ({ event }) => {
  const session = await readSession(event)
  const member = session ? await memberById(session.memberId) : null
  if (!session || !member)
    return { member: null, handover: false, pad: false, business: null, standins: [], begun: await isFounded() }
  const { name, email, currency, timeZone, settings } = await theBusiness()
  const handover = session.kind === 'handover'
  const pad = session.kind === 'pad'
  const { standins, postRoomOpens } = useConfig()
  return {
    member: meView(member),
    handover,
    pad,
    business: {
      name,
      email,
      currency,
      timeZone,
      locale: settings.locale,
      taxRate: settings.taxRate,
      weekStart: settings.weekStart,
      language: settings.language,
    },
    standins: [...standins],
    postRoomOpens: postRoomOpens && member.role === 'owner' && !handover && !pad,
    begun: true,
    noMail: !(await canMail()),
  }
})
