import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { z } from 'zod'
import type { PadView, padBegun } from '~~/shared/out/desk'
import { api } from '../../composables/api'

const LOOKS = 1200
/** What this pad opened last: a paper that is opened again after a reload isn't asked for twice. */
const OPENED = 'pad-shows'

/** This screen as a pad: offered with a code, taken at the desk, then showing what is sent to it. */
export const usePad = defineStore('pad', () => {
  const view = ref<PadView | null>(null)
  const code = ref('')
  /** Whoever stands before it has said that they are done. That it only looks stops nobody from saying so. */
  const busy = ref(false)
  let looking = false
  const lost = ref(false)
  const go = (path: string) => window.location.replace(path)

  async function begin(): Promise<void> {
    const begun = await api<z.output<typeof padBegun>>('/api/pad', { method: 'POST' })
    view.value = begun
    code.value = begun.code ?? ''
  }
  /** Asks how it stands and does what follows: offers itself again, begins, opens what is shown, or leaves what isn't any more. */
  async function look(): Promise<void> {
    if (looking || busy.value) return
    looking = true
    try {
      view.value = await api<PadView>('/api/pad')
      lost.value = false
      const { state, shown } = view.value
      const here = window.location.pathname === '/pad'
      if (!here && (state !== 'shows' || shown !== sessionStorage.getItem(OPENED))) return go('/pad')
      if (here && (state === 'none' || state === 'taken' || (state === 'offered' && !code.value))) await begin()
      if (here && state === 'shows') await open(shown!)
    } catch {
      // Without a connection it stays as it is, and says so.
      lost.value = true
    } finally {
      looking = false
    }
  }
  async function open(shown: string): Promise<void> {
    const { path } = await api<{ path: string }>('/api/pad/paper', { method: 'POST' })
    sessionStorage.setItem(OPENED, shown)
    go(path)
  }
  /** Whoever stands before it is done. */
  async function done(): Promise<void> {
    busy.value = true
    try {
      await api('/api/pad/paper', { method: 'DELETE' })
      go('/pad')
    } finally {
      busy.value = false
    }
  }
  /** Keeps looking, as long as the page that asks is there. */
  function follow(): void {
    void look()
    useIntervalFn(look, LOOKS)
  }
  return { view, code, busy, lost, look, done, follow }
})
