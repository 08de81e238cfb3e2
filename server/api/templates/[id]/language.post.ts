import { made as out } from '../../../../shared/out/acts'
import { otherLanguage as body } from '../../../../shared/library'
import { route } from '../../../doors/route'
import { addLanguage } from '../../../templates/languages'

/** Puts the same paper beside a template in another language. */
export default route({ who: 'library', out, body }, async ({ id, body }) => ({
  id: await addLanguage(id, body.language),
}))
