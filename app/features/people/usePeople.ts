import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { ContactView } from '~~/shared/jobs'
import type { PeopleKind } from '~~/shared/people'
import { api } from '../../composables/api'
import { useRows } from '../../composables/reading'

const PAGE = 60

/** The contacts, by name, as they are looked for. */
export const usePeople = defineStore('people', () => {
  const find = ref('')
  /** Only those with this tag; empty for all. */
  const tag = ref('')
  /** Only clients, guests, and so on; empty for all. */
  const as = ref<PeopleKind | ''>('')
  const list = useRows<ContactView>(
    () => ['people', find.value, tag.value, as.value],
    async (after) => {
      const query = {
        ...{ find: find.value, limit: PAGE, after: after ?? undefined },
        ...{ tag: tag.value || undefined, as: as.value || undefined },
      }
      const rows = await api<ContactView[]>('/api/contacts', { query })
      return { rows, next: rows.length === PAGE ? rows.at(-1)!.id : null }
    },
  )
  /** Adds somebody; their id. */
  const add = async (body: object): Promise<string> =>
    (await api<{ id: string }>('/api/contacts', { method: 'POST', body })).id
  return { find, tag, as, add, ...list }
})
