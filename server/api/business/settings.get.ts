import { settingsView as out } from '../../../shared/out/acts'
import { theBusiness } from '../../records/business'
import { route } from '../../doors/route'

export default route({ who: 'member', out }, async () => {
  const { checked, quiet, thanks, locale, taxRate, byMail } = (await theBusiness()).settings
  return { checked, quiet, thanks, locale, taxRate, byMail }
})
