import { setupView as out } from '../../../../shared/out/setup'
import { route } from '../../../doors/route'
import { setupChoices } from '../../../setup/choices'

/** What the first start can choose from. */
export default route({ who: 'founder', out }, () => setupChoices())
