import { drawingView as out } from '../../../../shared/out/acts'
import { getRequestHeader } from 'h3'
import { languageFrom } from '../../../../shared/words'
import { drawingView } from '../../../rounds/act/drawing'
import { route } from '../../../doors/route'

export default route({ who: 'drawing', out }, ({ event }) =>
  drawingView(event.context.holder!, languageFrom(getRequestHeader(event, 'accept-language'))),
)
