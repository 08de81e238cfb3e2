export interface Notice {
  id: number
  words: string
  trouble: boolean
  undo: (() => unknown) | null
}

/** Short words at the bottom of the screen, with a way back where something can be undone. */
export const useNotices = defineStore('notices', () => {
  const list = ref<Notice[]>([])
  let last = 0
  const drop = (id: number) => {
    list.value = list.value.filter((n) => n.id !== id)
  }
  const say = (words: string, options: { undo?: () => unknown; trouble?: boolean } = {}) => {
    const id = ++last
    list.value = [...list.value.slice(-2), { id, words, trouble: !!options.trouble, undo: options.undo ?? null }]
    setTimeout(() => drop(id), options.undo ? 12_000 : options.trouble ? 9000 : 5000)
  }
  return { list, say, drop, trouble: (error: unknown) => say(wordsOf(error), { trouble: true }) }
})
