import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

interface Question {
  words: string
  /** What is done when it is meant, on the button. */
  yes: string
}

/** Something that has to be answered before it is done: one question at a time. */
export const useAsking = defineStore('asking', () => {
  const question = shallowRef<Question | null>(null)
  let told: (yes: boolean) => void = () => {}
  function answer(yes: boolean): void {
    question.value = null
    told(yes)
  }
  /** Whether it is meant. Whoever asks while another question stands takes its place; that one is answered by no. */
  function ask(words: string, yes: string): Promise<boolean> {
    told(false)
    question.value = { words, yes }
    return new Promise((resolve) => {
      told = resolve
    })
  }
  return { question, ask, answer }
})
