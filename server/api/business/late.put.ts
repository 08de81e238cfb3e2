import { lateGiven as body } from '../../../shared/settings'
import { changeSettings } from '../../business/settings'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

/** Sets when clients are reminded of what is late by itself. */
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).lateSteps,
    () => changeSettings({ lateSteps: body.steps }),
  )
  const days = body.steps.join(', ')
  await noteSecurity(
    event,
    'setting',
    days ? `What is late is reminded of after ${days} days` : 'Nobody is reminded by itself',
  )
})
