import { useEventListener } from '@vueuse/core'
import { onBeforeUnmount, ref } from 'vue'
import { ApiProblem } from './api'

export type Saved = 'saved' | 'saving' | 'not saved'
/** After a lost connection it is tried again so often. */
const AGAIN_MS = 4000

/**
 * Saving as one goes: `send` is called a moment after the last change, one call at a time. Where the network is gone it is
 * tried again by and by; anything else that is refused goes to `refused`, and waits for the next change.
 */
export function createSaver(
  send: () => Promise<void>,
  { after, refused }: { after: number; refused?: (error: unknown) => unknown },
) {
  const state = ref<Saved>('saved')
  let timer: ReturnType<typeof setTimeout> | undefined
  let going: Promise<void> = Promise.resolve()
  /** Something was changed since the last sending began, be it that its moment hasn't come or that one before it isn't back. */
  let waiting = false
  const waits = () => waiting || timer !== undefined

  async function save(): Promise<void> {
    waiting = false
    try {
      await send()
      state.value = waits() ? 'saving' : 'saved'
    } catch (error) {
      state.value = 'not saved'
      await refused?.(error)
      if (error instanceof ApiProblem && error.code === 'offline' && !timer) later(AGAIN_MS)
    }
  }
  /** What is being sent goes first; what is changed meanwhile is sent after it. */
  const next = () => {
    clearTimeout(timer)
    timer = undefined
    going = going.then(save)
  }
  function later(ms: number): void {
    clearTimeout(timer)
    timer = setTimeout(next, ms)
  }
  return {
    state,
    /** Something was changed. */
    changed(): void {
      state.value = 'saving'
      waiting = true
      later(after)
    },
    /** Waits until everything is saved, trying what wasn't once more; false when it could not be. */
    async flush(): Promise<boolean> {
      if (timer || state.value === 'not saved') next()
      await going
      return state.value === 'saved'
    },
    /** Whether there is a change that has not been sent. */
    waits,
    /** Waits for what is on its way, without sending more. */
    rest: (): Promise<void> => going,
    /** What there is now came from the server: nothing is left to be saved. */
    taken(): void {
      if (!waits()) state.value = 'saved'
    },
    stop: (): void => clearTimeout(timer),
  }
}
export type Saver = ReturnType<typeof createSaver>

/** Whoever leaves a page with something unsaved is asked, and what is left is sent as they go. */
export function useLeaving(saver: Pick<Saver, 'waits'> & { saved: () => string; flush: () => Promise<unknown> }): void {
  useEventListener(window, 'beforeunload', (event) => saver.saved() !== 'saved' && event.preventDefault())
  onBeforeUnmount(() => {
    if (saver.waits()) void saver.flush()
  })
}
