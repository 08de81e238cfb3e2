import { getRequestHeader } from 'h3'
import { z } from 'zod'
import { languages } from '../../../../core/text/language'
import { languageFrom } from '../../../../shared/words'
import { onward as out } from '../../../../shared/out/acts'
import { standingAnswer as body } from '../../../../shared/standing-links'
import { answerLink } from '../../../rounds/open/answer'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

const query = z.object({ lang: z.enum(languages).optional().catch(undefined) })
/** Somebody says who they are and answers: the way to what they sign. */
export default route({ who: 'standing', out, body, query, throttle: 'standing link' }, ({ event, body, query }) =>
  answerLink(
    event.context.standing!,
    body,
    query.lang ?? languageFrom(getRequestHeader(event, 'accept-language')),
    fromWhere(event),
  ),
)
