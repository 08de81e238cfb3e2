import { PiniaColada } from '@pinia/colada'
import { createPinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import { createApp, effectScope } from 'vue'

interface Asked {
  method: string
  path: string
  body?: unknown
  query?: Record<string, unknown>
}
type Answers = Record<string, (asked: Asked) => unknown>

/**
 * Stores with nothing in them, before a server that answers `METHOD /path`; each thing asked of it is noted. A `*` stands for
 * anything within an address. What nobody foresaw is refused as the server refuses: in words.
 */
export function freshStores(answers: Answers = {}) {
  const pinia = createPinia()
  const app = createApp({}).use(pinia).use(PiniaColada)
  setActivePinia(pinia)
  const asked: Asked[] = []
  const fits = (pattern: string, text: string) =>
    new RegExp(
      `^${pattern
        .split('*')
        .map((p) => p.replace(/[.+?^${}()|[\]\\]/g, '\\$&'))
        .join('[^ ]*')}$`,
    ).test(text)
  vi.stubGlobal(
    '$fetch',
    async (path: string, { method = 'GET', body, query }: { method?: string; body?: object; query?: object } = {}) => {
      const what = { method, path, body: sent(body), query: { ...query } }
      asked.push(what)
      const key = Object.keys(answers).find((k) => fits(k, `${method} ${path}`))
      if (!key) throw refusal(404, 'not-found', `Nothing answers ${method} ${path}.`)
      return structuredClone(await answers[key]!(what))
    },
  )
  return {
    /** Does what a page does while it is set up. */
    inPage: <T>(what: () => T): T => app.runWithContext(() => effectScope(true).run(what)!),
    asked,
    answers,
    /** What was asked with one method. */
    sent: (method: string) => asked.filter((a) => a.method === method),
  }
}

/** A body as it travels: a file as it is, all else as JSON. */
const sent = (body: object | undefined): unknown =>
  body === undefined || body instanceof Blob ? body : JSON.parse(JSON.stringify(body))

/** What the server throws back, as `$fetch` hands it on. */
export const refusal = (status: number, code: string, title: string, more: Record<string, unknown> = {}): Error =>
  Object.assign(new Error(title), { data: { status, code, title, ...more } })
