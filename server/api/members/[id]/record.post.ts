import { made as out } from '../../../../shared/out/acts'
import { recordOfMember } from '../../../contacts/staff'
import { route } from '../../../doors/route'

/** The record of a member as somebody papers are for, made where there is none. */
export default route({ who: 'jobs', out }, async ({ id }) => ({ id: await recordOfMember(id) }))
