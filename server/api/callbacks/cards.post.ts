import { outcome as out } from '../../../shared/out/acts'
import { cardTold } from '../../gateways/cards'
import { cardCallback } from '../../money/payments'
import { route, textBody } from '../../doors/route'

/** What the card service tells by itself. */
export default route({ who: 'anyone', out, signed: true }, async ({ event }) => {
  const raw = await textBody(event, 20_000)
  return { outcome: await cardCallback(cardTold(raw, Object.fromEntries(event.headers))) }
})
