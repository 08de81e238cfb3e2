import { padView as out } from '../../../../shared/out/acts'
import { getRequestHeader } from 'h3'
import { languageFrom } from '../../../../shared/words'
import { padView } from '../../../rounds/act/pad'
import { route } from '../../../doors/route'

export default route({ who: 'pad', out }, ({ event }) =>
  padView(event.context.holder!, languageFrom(getRequestHeader(event, 'accept-language'))),
)
