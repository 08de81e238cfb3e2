import { businessSettings as body } from '../../../shared/rounds'
import { changeSettings } from '../../services/business'
import { securityNote } from '../../security'
import { route } from '../../route'

export default route({ who: 'owner', body }, async ({ body, event }) => {
  await changeSettings(body)
  await securityNote(event, 'setting', 'Changed what is set for all rounds')
})
