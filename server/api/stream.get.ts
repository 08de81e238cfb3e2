import { createEventStream, defineEventHandler } from 'h3'
import { follow } from '../feed'

/** Tells open screens that something happened (server-sent events); they then ask for what they show. */
export default defineEventHandler(async (event) => {
  const stream = createEventStream(event)
  const stop = await follow((id) => {
    void stream.push(String(id))
  })
  const alive = setInterval(() => {
    void stream.push({ event: 'alive', data: '' })
  }, 25_000)
  stream.onClosed(async () => {
    clearInterval(alive)
    stop()
    await stream.close()
  })
  void stream.push({ event: 'alive', data: '' })
  return stream.send()
})
