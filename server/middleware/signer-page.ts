import { createHash } from 'node:crypto'
import { defineEventHandler, getCookie, getRequestHeader } from 'h3'
import { type Language, languages } from '../../core/text/language'
import type { SignerView } from '../../shared/signer'
import { languageFrom } from '../../shared/words'
import { authorise } from '../doors/access'
import { keptPage } from '../doors/pages'
import { noteRefusal, problemOf } from '../doors/route'
import { requestOf } from '../doors/where'
import { toldWith } from '../platform/log'
import { signerView } from '../views/signer'

declare module 'h3' {
  interface H3EventContext {
    /** What a signer's page is drawn from, or why it can't be. */
    signer?: { view: SignerView } | { problem: Record<string, unknown> }
  }
}

const PAGE = /^\/s\/([\w-]+)$/

/**
 * A signer's page: what it shows is read here, once, and handed to whoever draws it. Where the same has been drawn before,
 * what was drawn is sent again: the version that was sent is frozen, and all else on the page is in what was read.
 */
export default defineEventHandler(async (event) => {
  const token = event.context.page && PAGE.exec(event.path.split('?')[0]!)?.[1]
  if (!token || event.method !== 'GET') return
  return toldWith({ request: requestOf(event) }, async () => {
    const cookie = getCookie(event, 'upwold-language')
    const chosen = languages.includes(cookie as Language) ? (cookie as Language) : null
    try {
      await authorise(event, 'link', token)
      const asked = languageFrom(getRequestHeader(event, 'accept-language'))
      const view = await signerView(event.context.holder!, event.context.proved === true, { chosen, asked })
      event.context.signer = { view }
      event.context.drawnFrom = createHash('sha256')
        .update(JSON.stringify([token, cookie, view]))
        .digest('base64')
    } catch (error) {
      await noteRefusal(event, error)
      event.context.signer = { problem: problemOf(error).body() }
      return
    }
    return keptPage(event)
  })
})
