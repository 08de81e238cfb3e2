import { z } from 'zod'
import { prose } from '../../../../shared/text'
import { askOnPage } from '../../../contacts/own-page'
import { route } from '../../../doors/route'

const body = z.object({
  words: prose(2000).pipe(z.string().trim().min(1, 'Write your question first.')),
  key: z.string().min(1).max(60),
})
export default route({ who: 'own', body }, ({ event, body }) => askOnPage(event.context.own!, body.words, body.key))
