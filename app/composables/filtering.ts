import { watchDebounced } from '@vueuse/core'
import { type Ref, computed, reactive, ref, watch } from 'vue'

/** What lists that are sorted and searched have in common. */
interface Looked {
  find: string
  /** What rows stand in order by; empty is their own order. */
  sort: string
  /** `1` for the other way round. */
  down: string
}

/** What a list is looked for by: each part stands in its address, unless it is as in `any`. */
export function useFilter<F extends Looked>(any: F) {
  const filter = reactive({ ...any }) as F
  const parts = (fits: (key: keyof F, value: string) => boolean): Record<string, string> =>
    Object.fromEntries(Object.entries(filter).filter(([k, v]) => fits(k as keyof F, v as string)))
  return {
    filter,
    /** What the server is asked. */
    asked: () => parts((_, value) => value !== ''),
    /** What the address says. */
    address: () => parts((key, value) => value !== any[key]),
    /** Looks as an address or a kept view says it; what it doesn't say is any. */
    look(by: Record<string, unknown>): void {
      for (const key of Object.keys(any) as (keyof F)[]) filter[key] = String(by[key as string] ?? any[key]) as never
    },
  }
}

/**
 * The page of such a list: what is looked for as it is typed, the order for the table's head, and the address that says what
 * is looked for, no longer once the list is left.
 */
export function useFilterPage(filter: Ref<Looked>, address: () => Record<string, string>) {
  const router = useRouter()
  const find = ref(filter.value.find)
  watchDebounced(find, (typed) => (filter.value.find = typed), { debounce: 150 })
  watch(
    () => filter.value.find,
    (to) => (find.value = to),
  )
  const said = watch(address, (query) => void router.replace({ query }))
  onBeforeRouteLeave(() => said.stop())
  const sort = computed({
    get: () => ({ by: filter.value.sort, down: filter.value.down === '1' }),
    set: ({ by, down }) => Object.assign(filter.value, { sort: by, down: by && down ? '1' : '' }),
  })
  return { find, sort }
}
