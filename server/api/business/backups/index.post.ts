import { askBackup } from '../../../business/backups'
import { noteSecurity } from '../../../doors/log'
import { route } from '../../../doors/route'

/** Has a backup made now. */
export default route({ who: 'settings', throttle: 'draw' }, async ({ event }) => {
  await askBackup()
  await noteSecurity(event, 'setting', 'Had a backup made')
})
