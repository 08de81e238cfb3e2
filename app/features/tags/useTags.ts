import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { TagCounts } from '~~/shared/out/tasks'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** Every tag there is, and how many jobs or people have it. */
export const useTags = defineStore('tags', () => {
  const reading = useReading('tags', () => api<TagCounts>('/api/tags'))
  const job = computed(() => reading.data.value?.job ?? [])
  const person = computed(() => reading.data.value?.person ?? [])
  return { ...reading, job, person }
})
