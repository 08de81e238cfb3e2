import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { CalendarDays, MoveLook } from '~~/shared/calendar'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** The days on the screen, and a job that is being moved: what that would touch is looked at before it is done. */
export const useCalendar = defineStore('calendar', () => {
  const range = ref<{ from: string; to: string } | null>(null)
  const reading = useReading('calendar', () => api<CalendarDays>('/api/days', { query: { ...range.value } }))
  async function show(from: string, to: string): Promise<void> {
    if (range.value?.from === from && range.value.to === to) return
    range.value = { from, to }
    await reading.load()
  }
  /** What is being moved where; its look comes after. The last asked counts. */
  const moving = ref<{ id: string; title: string; from: string; to: string; look: MoveLook | null } | null>(null)
  let asked = 0
  async function propose(id: string, title: string, from: string, to: string): Promise<void> {
    const mine = (asked += 1)
    if (to === from) {
      moving.value = null
      return
    }
    moving.value = { id, title, from, to, look: null }
    try {
      const look = await api<MoveLook>(`/api/jobs/${id}/move`, { query: { to } })
      if (mine === asked && moving.value) moving.value.look = look
    } catch (error) {
      if (mine === asked) moving.value = null
      throw error
    }
  }
  function leave(): void {
    asked += 1
    moving.value = null
  }
  /** Moves it; gives back how to move it back. */
  async function move(tell: boolean): Promise<() => Promise<void>> {
    const { id, from, to, look } = moving.value!
    const put = (day: string, version: number, told: boolean) =>
      api<{ version: number }>(`/api/jobs/${id}/move`, { method: 'POST', body: { to: day, version, tell: told } })
    const { version } = await put(to, look!.version, tell)
    leave()
    await reading.load()
    return async () => {
      await put(from, version, false)
      await reading.load()
    }
  }
  async function lay(name: string, from: string | Blob): Promise<void> {
    await (typeof from === 'string'
      ? api('/api/laid', { method: 'POST', body: { name, url: from } })
      : api('/api/laid/file', { method: 'POST', body: from, query: { name } }))
    await reading.load()
  }
  async function takeUp(id: string): Promise<void> {
    await api(`/api/laid/${id}`, { method: 'DELETE' })
    await reading.load()
  }
  return { ...reading, range, show, moving, propose, leave, move, lay, takeUp }
})
