import { z } from 'zod'
import { signIn } from '../../services/members/members'
import { writeSession } from '../../session'
import { route } from '../../route'

const body = z.object({ email: z.string().max(320), password: z.string().max(200) })
export default route({ body }, async ({ event, body }) => {
  const member = await signIn(body.email, body.password)
  await writeSession(event, { memberId: member.id })
  return { member: { id: member.id, name: member.name, role: member.role } }
})
