import { createHash } from 'node:crypto'
import { getRequestHeader, setResponseHeader, setResponseStatus } from 'h3'
import { route } from '../../doors/route'
import { fromWhere } from '../../doors/where'
import { Problem } from '../../platform/problem'
import { take } from '../../platform/throttle'
import { feedAt } from '../../systems/feeds'
import { calendarFor } from '../../views/calendar'

/** A member's calendar (iCalendar), by its private address. */
export default route({ who: 'anyone', out: 'file' }, async ({ event, part }) => {
  const found = await feedAt(part('token').replace(/\.ics$/, ''))
  if (!found) {
    await take('link guess', fromWhere(event).ip)
    throw new Problem('not-found', 'This address opens nothing, or not any more.')
  }
  const text = await calendarFor(found.feed, found.member)
  // When it was made isn't what it says.
  const said = text.replace(/^DTSTAMP:.*\r?\n/gm, '')
  const tag = `"${createHash('sha256').update(said).digest('base64url').slice(0, 27)}"`
  setResponseHeader(event, 'etag', tag)
  if (getRequestHeader(event, 'if-none-match') === tag) {
    setResponseStatus(event, 304)
    return null
  }
  setResponseHeader(event, 'content-type', 'text/calendar; charset=utf-8')
  setResponseHeader(event, 'content-disposition', 'inline; filename="upwold.ics"')
  return text
})
