import { createEventStream } from 'h3'
import { subscribe } from '../standing/feed'
import { route } from '../doors/route'
import { closeStream, openStream, renewStream, sessionLives } from '../members/sessions'

const LOOK_MS = 3000
const RENEW_EVERY = 6

/**
 * Tells open screens what has changed (server-sent events); those that show it ask for it again. It ends with the
 * session it was opened in.
 */
export default route({ who: 'member', browser: true, out: 'file', throttle: 'stream' }, async ({ event }) => {
  const session = event.context.session!.id
  const place = await openStream(session)
  const stream = createEventStream(event)
  const { at, stop } = await subscribe((change) => {
    void stream.push(JSON.stringify(change))
  })
  let looks = 0
  const end = () => {
    clearInterval(watch)
    stop()
    return closeStream(place)
  }
  const look = async () => {
    looks += 1
    const due = looks % RENEW_EVERY === 0
    if (await (due ? renewStream(place, session) : sessionLives(session))) {
      if (due) void stream.push({ event: 'alive', data: '' })
      return
    }
    await end()
    await stream.push({ event: 'ended', data: '' })
    await stream.close()
  }
  const watch = setInterval(() => void look().catch(() => {}), LOOK_MS)
  stream.onClosed(async () => {
    await end()
    await stream.close()
  })
  void stream.push({ event: 'opening', data: String(at) })
  return stream.send()
})
