import { defineStore } from 'pinia'
import type { NoticeChoicesView, NoticesView } from '~~/shared/notices'
import { api } from '../../composables/api'
import { useReading, useRows } from '../../composables/reading'

/** What the member was told of. */
export const useNoticeList = defineStore('notice-list', () => {
  const rows = useRows<NoticesView['rows'][number], NoticesView>(
    () => ['notices'],
    (after) => api<NoticesView>('/api/notices', { query: after ? { after } : {} }),
  )
  /** Says that these were read, or all there are. */
  async function read(ids: string[] | null): Promise<void> {
    await api('/api/notices/read', { method: 'POST', body: { ids } })
    await rows.load()
  }
  return { ...rows, read }
})

/** What the member is told of, and how. */
export const useNoticeChoices = defineStore('notice-choices', () => {
  const reading = useReading('notice-choices', () => api<NoticeChoicesView>('/api/notices/choices'))
  async function keep(body: NoticeChoicesView): Promise<void> {
    await api('/api/notices/choices', { method: 'PUT', body })
    await reading.load()
  }
  return { ...reading, keep }
})
