import { z } from 'zod'
import { deskPad } from '../../../../shared/out/desk'
import { route } from '../../../doors/route'
import { padsOf } from '../../../rounds/manage/pads'

/** The pads of this member, each with who stands before it. */
export default route({ who: 'desk', out: z.array(deskPad) }, ({ event }) => padsOf(event.context.member!.id))
