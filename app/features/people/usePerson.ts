import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { ForgetLook, PersonThread, PersonView, SameLook } from '~~/shared/out/person'
import { api, newKey } from '../../composables/api'
import { useOpened, useRows } from '../../composables/reading'

export type ThreadPart = 'all' | 'papers' | 'money' | 'messages' | 'visits' | 'notes'

/** The person on the screen: who they are, what is open, everything with them, and what can be done. */
export const usePerson = defineStore('person', () => {
  const opened = useOpened('person', (of) => api<PersonView>(`/api/contacts/${of}`))
  const at = (path: string) => `/api/contacts/${opened.id.value}${path}`
  const part = ref<ThreadPart>('all')
  const thread = useRows<PersonThread['rows'][number], PersonThread>(
    () => ['person-thread', opened.id.value, part.value],
    (after) => api<PersonThread>(at('/thread'), { query: { part: part.value, ...(after ? { after } : {}) } }),
  )
  /** Does something for them, and shows what is so then. */
  async function act<T>(method: 'POST' | 'PUT' | 'PATCH' | 'DELETE', path: string, body?: object): Promise<T> {
    const answer = await api<T>(path, { method, ...(body ? { body } : {}) })
    await Promise.all([opened.load(), thread.load()])
    return answer
  }
  const setFact = (facts: Record<string, unknown>) => act('PATCH', at(''), facts)
  return {
    ...opened,
    part,
    thread,
    setFact,
    setTags: (tags: string[]) => act('PUT', at('/tags'), { tags }),
    tie: (body: object) => act('POST', at('/ties'), body),
    untie: (tie: string) => act('DELETE', at(`/ties/${tie}`)),
    consent: (body: object) => act('POST', at('/consents'), body),
    withdraw: (consent: string, on: string | null) => act('PATCH', at(`/consents/${consent}`), { on }),
    note: (words: string) => act('POST', at('/notes'), { words }),
    write: (body: { subject: string; words: string }) => act('POST', at('/letters'), { ...body, key: newKey() }),
    makePaper: async (body: { templateId: string; jobId: string | null }): Promise<string> =>
      (await api<{ id: string }>(at('/papers'), { method: 'POST', body: { ...body, key: newKey() } })).id,
    lookAtSame: (gone: string) => api<SameLook>(at('/same'), { query: { gone } }),
    same: (gone: string, take: string[]) => act<{ id: string }>('POST', at('/same'), { gone, take }),
    apart: (merge: string) => act('DELETE', `/api/merges/${merge}`),
    sendOwn: (renew: boolean) => act('POST', at('/own'), { renew }),
    statement: () => act('POST', at('/statement'), { from: null, key: newKey() }),
    lookAtForgetting: () => api<ForgetLook>(at('/forget')),
    forget: () => act('POST', at('/forget')),
  }
})
