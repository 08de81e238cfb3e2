import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { wordsOf } from './api'

export interface Notice {
  id: number
  words: string
  trouble: boolean
  undo: (() => unknown) | null
}

/** Short words at the bottom of the screen, one at a time, with a way back where something can be undone. */
export const useNotices = defineStore('notices', () => {
  const now = shallowRef<Notice | null>(null)
  let last = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  const drop = () => {
    clearTimeout(timer)
    now.value = null
  }
  const say = (words: string, options: { undo?: () => unknown; trouble?: boolean } = {}) => {
    clearTimeout(timer)
    now.value = { id: ++last, words, trouble: !!options.trouble, undo: options.undo ?? null }
    timer = setTimeout(drop, options.undo ? 12_000 : options.trouble ? 9000 : 5000)
  }
  return { now, say, drop, trouble: (error: unknown) => say(wordsOf(error), { trouble: true }) }
})
