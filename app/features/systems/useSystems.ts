import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { DeliveriesView, FeedView, MailInView, SystemsView, TokensView, Tried } from '~~/shared/out/systems'
import { api, newKey } from '../../composables/api'
import { useReading, useRows } from '../../composables/reading'

/** Other systems: those Upwold calls and gives files to. */
export const useSystems = defineStore('systems', () => {
  const reading = useReading('systems', () => api<SystemsView>('/api/systems'))
  const send = async <T>(method: 'POST' | 'PATCH' | 'DELETE', path: string, body?: object): Promise<T> => {
    const answer = await api<T>(`/api/systems${path}`, { method, ...(body ? { body } : {}) })
    await reading.load()
    return answer
  }
  return {
    ...reading,
    add: (body: object) => send<{ id: string; secret: string | null }>('POST', '', { ...body, key: newKey() }),
    change: (id: string, body: object) => send('PATCH', `/${id}`, body),
    remove: (id: string) => send('DELETE', `/${id}`),
    roll: (id: string) => send<{ secret: string; until: string }>('POST', `/${id}/secret`),
    tryOut: (id: string) => api<Tried>(`/api/systems/${id}/try`, { method: 'POST' }),
  }
})

/** What was given over to a system. */
export const useDeliveries = defineStore('deliveries', () => {
  const of = ref('')
  const rows = useRows<DeliveriesView['rows'][number], DeliveriesView>(
    () => ['deliveries', of.value],
    (after) => api<DeliveriesView>(`/api/systems/${of.value}/deliveries`, { query: after ? { after } : {} }),
  )
  async function again(id: string): Promise<void> {
    await api(`/api/deliveries/${id}`, { method: 'POST' })
    await rows.load()
  }
  return { ...rows, of, again }
})

/** Ways in for other programs. */
export const useTokens = defineStore('tokens', () => {
  const reading = useReading('tokens', () => api<TokensView>('/api/tokens'))
  async function add(body: object): Promise<string> {
    const { token } = await api<{ token: string }>('/api/tokens', { method: 'POST', body })
    await reading.load()
    return token
  }
  async function revoke(id: string): Promise<void> {
    await api(`/api/tokens/${id}`, { method: 'DELETE' })
    await reading.load()
  }
  return { ...reading, add, revoke }
})

/** One's own calendar, for other programs to read. */
export const useFeed = defineStore('feed', () => {
  const reading = useReading('feed', () => api<FeedView>('/api/feed'))
  const then = async (what: Promise<unknown>): Promise<void> => {
    await what
    await reading.load()
  }
  return {
    ...reading,
    keep: (shows: FeedView['shows']) => then(api('/api/feed', { method: 'PUT', body: { shows } })),
    renew: () => then(api('/api/feed/renew', { method: 'POST' })),
    drop: () => then(api('/api/feed', { method: 'DELETE' })),
  }
})

/** Letters that came in, and where they are fetched. */
export const useMailIn = defineStore('mail-in', () => {
  const reading = useReading('mail-in', () => api<MailInView>('/api/mail'))
  async function drop(file: Blob): Promise<{ kind: 'bounce' | 'answer' | 'other'; jobId: string | null }> {
    const taken = await api<{ kind: 'bounce' | 'answer' | 'other'; jobId: string | null }>('/api/mail', {
      method: 'POST',
      body: file,
    })
    await reading.load()
    return taken
  }
  async function keepBox(mailbox: object | null): Promise<void> {
    await api('/api/mail/box', { method: 'PUT', body: { mailbox } })
    await reading.load()
  }
  return { ...reading, drop, keepBox }
})
