import { type UseQueryReturn, useInfiniteQuery, useQuery, useQueryCache } from '@pinia/colada'
import { type ComputedRef, computed, ref, shallowRef } from 'vue'
import { wordsOf } from './api'

export interface PageOf<T> {
  rows: T[]
  /** Where the next page begins; null at the end. */
  next: string | null
}

type Followed<T> = Pick<UseQueryReturn<T>, 'data' | 'error' | 'refetch' | 'refresh' | 'isLoading'>
/** Asks anew, and waits for the newest answer: what the stream asks for meanwhile takes the place of what was asked here. */
async function renewed({ refetch, refresh, isLoading }: Pick<Followed<unknown>, 'refetch' | 'refresh' | 'isLoading'>) {
  await refetch()
  while (isLoading.value) await refresh()
}
/** What is common to all that a store reads: it is followed by whatever shows it, and stays as it was when that is gone. */
function useFollowed<T, Q extends Followed<T> = Followed<T>>() {
  const query = shallowRef<Q>()
  return {
    query,
    data: computed(() => query.value?.data.value),
    busy: computed(() => query.value?.isLoading.value ?? true),
    /** What went wrong when it was fetched, in words; empty where nothing did. */
    problem: computed(() => (query.value?.error.value ? wordsOf(query.value.error.value) : '')),
    load: async (): Promise<void> => void (query.value && (await renewed(query.value))),
  }
}

/** What a screen reads as a whole, kept under `area`. */
export function useReading<T>(area: string, read: () => Promise<T>) {
  const { query, ...followed } = useFollowed<T>()
  return {
    ...followed,
    /** To be called by what shows it: read now, or once it is wanted, and anew whenever the stream says so while that is there. */
    follow(wanted: () => boolean = () => true): void {
      query.value = useQuery({ key: [area], query: read, staleTime: 0, enabled: wanted })
    },
  }
}

/**
 * One of many, by its id: the one that is on the screen. It is read when it is opened, and again when the stream says that it
 * changed; what an act returns takes its place without asking.
 */
export function useOpened<T>(area: string, read: (id: string) => Promise<T>) {
  const cache = useQueryCache()
  const { query, data, ...followed } = useFollowed<T>()
  const id = ref('')
  return {
    ...followed,
    id,
    /** Undefined until one has been read. */
    data: data as ComputedRef<T>,
    /** To be called by the page that shows it. The last one is shown until this one has been read. */
    async open(of: string): Promise<void> {
      const next = useQuery({ key: [area, of], query: () => read(of) })
      await renewed(next)
      query.value = next
      id.value = of
    },
    /** What it is now, as an act returned it; what was asked for before is older, and doesn't count. */
    take(now: T): void {
      const key = [area, id.value]
      cache.cancelQueries({ key, exact: true })
      cache.setQueryData(key, now as never)
    },
  }
}

/**
 * Rows that are read page by page, each from where the last ended. A change of what is looked for (the key) begins anew; a
 * refresh reads as many pages as were shown, and asking for more meanwhile isn't lost.
 */
export function useRows<T, P extends PageOf<T> = PageOf<T>>(
  key: () => readonly unknown[],
  read: (after: string | null) => Promise<P>,
) {
  const made = () =>
    useInfiniteQuery({
      key: () => key() as never,
      query: ({ pageParam }) => read(pageParam as string | null),
      initialPageParam: null as string | null,
      getNextPageParam: (last) => last.next,
      staleTime: 0,
      placeholderData: (before) => before as never,
    })
  const { query, data, ...followed } = useFollowed<{ pages: P[] }, ReturnType<typeof made>>()
  const pages = computed((): P[] => data.value?.pages ?? [])
  return {
    ...followed,
    rows: computed(() => pages.value.flatMap((p) => p.rows)),
    /** The first page, with what is said of the whole; undefined until there is one. */
    first: computed((): P | undefined => pages.value[0]),
    more: computed(() => query.value?.hasNextPage.value ?? false),
    showMore: async (): Promise<void> => void (await query.value?.loadNextPage()),
    /** To be called by what shows them. */
    follow(): void {
      query.value = made()
    },
  }
}
