import { getRequestHeader } from 'h3'
import { z } from 'zod'
import { languages } from '../../../../core/text/language'
import { ownView as out } from '../../../../shared/out/own'
import { sawOwnPage } from '../../../contacts/own-page'
import { route } from '../../../doors/route'
import { ownView } from '../../../views/own'

/** Somebody's own page: all that is theirs once it is proved whose it is, before that only who asks. */
export default route(
  { who: 'own-address', out, query: z.object({ lang: z.enum(languages).optional() }) },
  async ({ event, query }) => {
    const { own, proved } = event.context
    const view = await ownView(own!, proved === true, query.lang ?? null)
    if (proved) await sawOwnPage(own!, getRequestHeader(event, 'user-agent') ?? '')
    return view
  },
)
