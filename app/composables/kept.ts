import { watch } from 'vue'
import { tagOf } from '~~/shared/tag'
import { ApiProblem } from './api'

/**
 * A form of something that is kept. It shows what others keep until something is typed into it; from then on what is typed
 * stays. Sending says what the form was made of: where somebody else changed that meanwhile it is refused once, and sent
 * again it takes the place of theirs.
 */
export function useKept<K>({
  kept,
  form,
  take,
}: {
  kept: () => K
  form: () => unknown
  take: (kept: Exclude<K, undefined>) => void
}) {
  let untouched: string | null = null
  let seen = ''
  watch(
    kept,
    (now) => {
      if (now === undefined || (untouched !== null && JSON.stringify(form()) !== untouched)) return
      take(now as Exclude<K, undefined>)
      untouched = JSON.stringify(form())
      seen = tagOf(now)
    },
    { immediate: true },
  )
  async function send(put: (headers: Record<string, string>) => Promise<unknown>): Promise<void> {
    const before = untouched
    // What is kept now comes back before it is answered: then the form is what it was made of again.
    untouched = JSON.stringify(form())
    try {
      await put({ 'if-match': seen })
    } catch (e) {
      untouched = before
      if (e instanceof ApiProblem && e.code === 'stale') seen = '*'
      throw e
    }
  }
  return { send }
}
