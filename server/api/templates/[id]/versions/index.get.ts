import { z } from 'zod'
import { versionRow } from '../../../../../shared/out/library'
import { listVersions } from '../../../../views/templates'
import { route } from '../../../../doors/route'

export default route({ who: 'member', out: z.array(versionRow) }, ({ id }) => listVersions(id))
