import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { ForgetLook } from '~~/shared/out/person'
import type { ContactView } from '~~/shared/jobs'
import { api } from '../../composables/api'
import { useRows } from '../../composables/reading'

const PAGE = 60
export type ContactFact = 'name' | 'email' | 'phone' | 'address' | 'language' | 'taxNumber'

/** The contacts, by name, as they are looked for. */
export const usePeople = defineStore('people', () => {
  const find = ref('')
  /** Only those with this tag; empty for all. */
  const tag = ref('')
  const list = useRows<ContactView>(
    () => ['people', find.value, tag.value],
    async (after) => {
      const query = { find: find.value, limit: PAGE, after: after ?? undefined, tag: tag.value || undefined }
      const rows = await api<ContactView[]>('/api/contacts', { query })
      return { rows, next: rows.length === PAGE ? rows.at(-1)!.id : null }
    },
  )
  /** Changes one fact of a contact, here and wherever it is read. */
  async function setFact(id: string, fact: ContactFact, value: string): Promise<void> {
    await api(`/api/contacts/${id}`, { method: 'PATCH', body: { [fact]: fact === 'language' ? value || null : value } })
    await list.load()
  }
  /** Puts reminders of what is late on hold for somebody, or lets them go out again. */
  async function hold(id: string, lateHold: boolean): Promise<void> {
    await api(`/api/contacts/${id}`, { method: 'PATCH', body: { lateHold } })
    await list.load()
  }
  const lookAtForgetting = (id: string) => api<ForgetLook>(`/api/contacts/${id}/forget`)
  async function forget(id: string): Promise<void> {
    await api(`/api/contacts/${id}/forget`, { method: 'POST' })
    await list.load()
  }
  const tagsOf = async (id: string): Promise<string[]> =>
    (await api<{ tags: string[] }>(`/api/contacts/${id}/tags`)).tags
  const saveTags = async (id: string, tags: string[]): Promise<string[]> =>
    (await api<{ tags: string[] }>(`/api/contacts/${id}/tags`, { method: 'PUT', body: { tags } })).tags
  return { find, tag, tagsOf, saveTags, setFact, hold, lookAtForgetting, forget, ...list }
})
