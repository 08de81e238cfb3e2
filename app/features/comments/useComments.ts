import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { CommentView } from '~~/shared/comments'
import { api, newKey } from '../../composables/api'
import { useNotices } from '../../composables/notices'
import { useOpened } from '../../composables/reading'

/** What members say to each other beside a paper or template. */
export const useComments = defineStore('comments', () => {
  /** Which paper or template, as its kind and id. */
  const placeOf = (id: string) => {
    const [on, of] = id.split(':')
    return { on: on!, of: of! }
  }
  const {
    id,
    data,
    load,
    open: read,
  } = useOpened('comments', (place) => api<CommentView[]>('/api/comments', { query: placeOf(place) }))
  const notices = useNotices()
  const all = computed(() => data.value ?? [])
  const open = computed(() => all.value.filter((c) => !c.resolved))
  const rested = computed(() => all.value.filter((c) => c.resolved))

  /** To be called by what shows them, for one paper or template. */
  const show = (on: 'paper' | 'template', of: string): Promise<void> => read(`${on}:${of}`)
  /** Says something about a block or the whole, or answers what was said. */
  async function say(words: string, about: { block?: string | null; answers?: string } = {}): Promise<void> {
    await api('/api/comments', { method: 'POST', body: { ...placeOf(id.value), ...about, words, key: newKey() } })
    await load()
  }
  async function resolve({ id: said }: CommentView, resolved: boolean): Promise<void> {
    const put = async (to: boolean) => {
      await api(`/api/comments/${said}`, { method: 'PATCH', body: { resolved: to } })
      await load()
    }
    await put(resolved)
    if (resolved) notices.say('It rests.', { undo: () => put(false) })
  }
  return { all, open, rested, show, load, say, resolve }
})
