import { backupsView as out } from '../../../../shared/out/settings'
import { backupsView } from '../../../business/backups'
import { route } from '../../../doors/route'

export default route({ who: 'settings', out }, () => backupsView())
