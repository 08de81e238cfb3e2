import { setResponseHeader } from 'h3'
import { notFound } from '../../platform/problem'
import { route } from '../../doors/route'

/** The specimens that the stand-in for an identity checker knows, to be tried with. */
export default route({ who: 'anyone', standin: 'identity' }, async ({ part, event }) => {
  const name = part('name')
  const bytes = /^[a-z-]+\.png$/.test(name) ? await useStorage('assets:specimens').getItemRaw(name) : null
  if (!bytes) throw notFound('specimen')
  setResponseHeader(event, 'content-type', 'image/png')
  return bytes
})
