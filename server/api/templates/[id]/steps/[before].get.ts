import { z } from 'zod'
import { templateStep as out } from '../../../../../shared/out/library'
import { stepBefore } from '../../../../templates/steps'
import { route } from '../../../../doors/route'

const revision = z.coerce.number().int().min(0).max(1e12)

export default route({ who: 'member', out }, ({ id, part }) => stepBefore(id, revision.parse(part('before'))))
