import { type Ref, ref } from 'vue'

export interface PageOf<T> {
  rows: T[]
  /** Where the next page begins; null at the end. */
  next: string | null
}

/**
 * A list that is read page by page and can be read anew at any time. It always holds as much as was asked for: whatever
 * overlaps, the reading that began last counts, and it reads as far as is wanted by then. Asking for more is never lost to a
 * refresh that is under way.
 */
export function usePaged<T, P extends PageOf<T>>(
  read: (after: string | null, limit: number) => Promise<P>,
  { step, most = 100 }: { step: number; most?: number },
) {
  const rows = ref<T[]>([]) as Ref<T[]>
  const first = ref<P | null>(null) as Ref<P | null>
  const more = ref(false)
  const busy = ref(false)
  const problem = ref('')
  let wanted = step
  let started = 0

  async function refresh(): Promise<void> {
    const mine = ++started
    busy.value = true
    try {
      const list: T[] = []
      let opening: P | null = null
      let after: string | null = null
      do {
        const got: P = await read(after, Math.min(wanted - list.length, most))
        if (mine !== started) return
        opening ??= got
        list.push(...got.rows)
        after = got.next
      } while (after !== null && list.length < wanted)
      rows.value = list
      more.value = after !== null
      first.value = opening
      problem.value = ''
    } catch (e) {
      if (mine === started) problem.value = e instanceof Error ? e.message : String(e)
    } finally {
      if (mine === started) busy.value = false
    }
  }
  return {
    rows,
    first,
    more,
    busy,
    problem,
    refresh,
    /** Reads it from its beginning, as something else is looked for. */
    again(): Promise<void> {
      wanted = step
      return refresh()
    },
    showMore(): Promise<void> {
      wanted += step
      return refresh()
    },
  }
}
