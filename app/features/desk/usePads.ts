import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { DeskPad } from '~~/shared/out/desk'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

const LOOKS = 2500

/** One's pads: other screens that show what is sent to them. */
export const usePads = defineStore('pads', () => {
  const reading = useReading('pads', () => api<DeskPad[]>('/api/desk/pads'))
  const all = computed(() => reading.data.value ?? [])
  /** Which of them was taken here; with one alone it is that. */
  const chosen = ref('')
  const here = computed(
    (): DeskPad | null =>
      all.value.find((p) => p.id === chosen.value) ?? (all.value.length === 1 ? all.value[0]! : null),
  )
  async function take(code: string): Promise<void> {
    chosen.value = (await api<{ id: string }>('/api/desk/pads', { method: 'POST', body: { code } })).id
    await reading.load()
  }
  async function letGo(id: string): Promise<void> {
    await api(`/api/desk/pads/${id}`, { method: 'DELETE' })
    await reading.load()
  }
  /** Takes off the pad here what is shown on it. */
  async function clear(): Promise<void> {
    await api(`/api/desk/pads/${here.value!.id}/paper`, { method: 'DELETE' })
    await reading.load()
  }
  /** To be called by the desk: what happens at a pad is seen within seconds, for as long as there is one. */
  function follow(): void {
    reading.follow()
    useIntervalFn(() => {
      if (all.value.length) void reading.load()
    }, LOOKS)
  }
  return { ...reading, all, chosen, here, take, letGo, clear, follow }
})
