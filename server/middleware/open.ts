import { defineEventHandler } from 'h3'
import { standingLinkAt } from '../rounds/open/links'

const PAGE = /^\/o\/([\w-]+)$/
/** The page of a standing link may be shown inside the pages its owner named, and nowhere else. */
export default defineEventHandler(async (event) => {
  const token = event.context.page && PAGE.exec(event.path.split('?')[0]!)?.[1]
  if (!token || event.method !== 'GET') return
  const link = await standingLinkAt(token)
  if (link?.settings.origins.length) event.context.frames = link.settings.origins
})
