import { getRequestHeader } from 'h3'
import { z } from 'zod'
import { languages } from '../../../../core/text/language'
import { languageFrom } from '../../../../shared/words'
import { openLink as out } from '../../../../shared/out/standing-links'
import { openView } from '../../../views/standing-links'
import { route } from '../../../doors/route'

const query = z.object({ lang: z.enum(languages).optional().catch(undefined) })
export default route({ who: 'standing', out, query }, ({ event, query }) =>
  openView(event.context.standing!, query.lang ?? languageFrom(getRequestHeader(event, 'accept-language'))),
)
