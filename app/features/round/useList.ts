import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { ListView } from '~~/shared/rounds'
import { api } from '../../composables/api'
import { useOpened } from '../../composables/reading'

export type FailedRow = ListView['failed'][number]

/** One list that is going out: how far it is, and what of it could not be sent. */
export const useList = defineStore('list', () => {
  const { id, data: list, problem, open, load } = useOpened('list', (of) => api<ListView>(`/api/lists/${of}`))
  /** The row that is being put right, as it will be. */
  const mending = ref<FailedRow | null>(null)
  /** What the server is asked to send again: one row as it was put right. */
  const mended = () => ({
    rows: mending.value
      ? [
          {
            n: mending.value.n,
            to: { name: mending.value.name, email: mending.value.email, phone: mending.value.phone },
          },
        ]
      : [],
  })
  /** Sends again what could not be sent: the rows given, or all of them where none is. */
  async function again(body: object = { rows: [] }): Promise<void> {
    await api(`/api/lists/${id.value}/retry`, { method: 'POST', body })
    mending.value = null
    await load()
  }
  return { list, problem, open, load, mending, mended, again }
})
