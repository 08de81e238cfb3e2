import { ref } from 'vue'
import { useNotices } from './notices'

/** Doing something that may be refused: the buttons are held meanwhile, and a refusal is told in words. */
export function useAct() {
  const notices = useNotices()
  const busy = ref(false)
  async function act(what: () => Promise<unknown>): Promise<void> {
    busy.value = true
    try {
      await what()
    } catch (e) {
      notices.trouble(e)
    } finally {
      busy.value = false
    }
  }
  return { busy, act }
}
