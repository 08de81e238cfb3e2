import type { H3Event } from 'h3'
import type { z } from 'zod'
import type { signedIn } from '../../shared/out/acts'
import { type Member, rememberDevice } from '../members/members'
import { meView } from '../views/members'
import { changeSession, deviceMark, keepDeviceMark } from './access'
import { noteSecurity } from './log'

/** Signs somebody in who has proved who they are: a new session, their browser remembered, the log told. */
export async function welcome(event: H3Event, member: Member, words: string): Promise<z.output<typeof signedIn>> {
  await changeSession(event, { memberId: member.id, kind: 'member' })
  const fresh = await rememberDevice(member.id, deviceMark(event))
  if (fresh) keepDeviceMark(event, fresh)
  await noteSecurity(event, 'sign-in', fresh ? `${words} on a browser not seen before` : words, member)
  return { member: meView(member) }
}
