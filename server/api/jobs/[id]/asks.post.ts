import { handedLink as out } from '../../../../shared/out/acts'
import { newFlowAsk as body } from '../../../../shared/standing-links'
import { memberActor, route } from '../../../doors/route'
import { askByFlow } from '../../../rounds/open/asks'

/** Asks somebody of the job by a flow: form, then paper, then signature. */
export default route({ who: 'papers', out, body }, ({ id, body, event }) => askByFlow(id, body, memberActor(event)))
