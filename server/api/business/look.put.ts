import { lookGiven as body } from '../../../shared/settings'
import { changeLook } from '../../business/facts'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

export default route({ who: 'settings', body }, ({ body, event }) => whileSame(event, colours, () => changeLook(body)))
/** What the form of it has: the logo is kept by itself. */
async function colours() {
  const { main, second, under } = (await businessView()).look
  return { main, second, under }
}
