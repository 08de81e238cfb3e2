import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Encoding } from '~~/core/tables/table'
import type { Brought, BroughtUndone, FileLook, ImportsView } from '~~/shared/bring'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

const BASE = { people: '/api/contacts', items: '/api/items', jobs: '/api/jobs' }
export type BringOf = keyof typeof BASE

/** A file of records: looked at as it would come in, its columns and letters put right, brought in, undone as a whole. */
function bringing(of: BringOf) {
  const base = BASE[of]
  const before = useReading(`imports-${of}`, () => api<ImportsView>(`${base}/imports`))
  const sha = ref('')
  const look = ref<FileLook | null>(null)
  /** One bringing in: sent twice it is one. */
  let key = ''
  /** What else is said of all in the file: the kind of jobs. */
  const more = ref<Record<string, string>>({})
  const given = () => ({
    sha: sha.value,
    ...more.value,
    encoding: look.value?.encoding,
    ...(look.value?.of === 'csv' ? { means: look.value.columns.map((c) => c.means) } : {}),
  })
  async function take(file: Blob): Promise<void> {
    look.value = null
    const taken = await api<{ sha: string }>(`${base}/file`, { method: 'POST', body: file })
    look.value = await api<FileLook>(`${base}/look`, { method: 'POST', body: { sha: taken.sha, ...more.value } })
    sha.value = taken.sha
    key = crypto.randomUUID()
  }
  const again = async (body: object): Promise<void> => {
    look.value = await api<FileLook>(`${base}/look`, { method: 'POST', body })
  }
  /** Says what a column stands for; what stood for the same stands for nothing. */
  const setMeans = (n: number, means: string): Promise<void> =>
    again({
      ...given(),
      means: look.value!.columns.map((c, i) =>
        i === n ? means : c.means === means && means !== 'nothing' ? 'nothing' : c.means,
      ),
    })
  const setEncoding = (encoding: Encoding): Promise<void> => again({ sha: sha.value, encoding, ...more.value })
  const setMore = (said: Record<string, string>): Promise<void> => {
    more.value = said
    return again(given())
  }
  async function bring(same: 'leave' | 'fill'): Promise<Brought> {
    const body = { ...given(), key, same }
    const brought = await api<Brought>(`${base}/imports`, { method: 'POST', body })
    look.value = null
    await before.load()
    return brought
  }
  async function undo(id: string): Promise<BroughtUndone> {
    const undone = await api<BroughtUndone>(`${base}/imports/${id}`, { method: 'DELETE' })
    await before.load()
    return undone
  }
  const leave = () => (look.value = null)
  return { ...before, look, more, setMore, take, setMeans, setEncoding, bring, undo, leave }
}
const STORES = {
  people: defineStore('bringing-people', () => bringing('people')),
  items: defineStore('bringing-items', () => bringing('items')),
  jobs: defineStore('bringing-jobs', () => bringing('jobs')),
}
export const useBringing = (of: BringOf) => STORES[of]()
