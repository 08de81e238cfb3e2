import { importsView as out } from '../../../../shared/bring'
import { route } from '../../../doors/route'
import { importsSoFar } from '../../../records/imports'

export default route({ who: 'settings', out }, () => importsSoFar('items'))
