import { signerView as out } from '../../../../shared/out/signer'
import { getRequestHeader } from 'h3'
import { z } from 'zod'
import { language } from '../../../../shared/shapes'
import { languageFrom } from '../../../../shared/words'
import { signerView } from '../../../views/signer'
import { route } from '../../../doors/route'

/** `lang`: what the signer switched to, before what the sender chose and what the browser asks for. */
const query = z.object({ lang: language.optional() })
export default route({ who: 'link', out, query }, ({ event, query }) =>
  signerView(event.context.holder!, event.context.proved === true, {
    chosen: query.lang ?? null,
    asked: languageFrom(getRequestHeader(event, 'accept-language')),
  }),
)
