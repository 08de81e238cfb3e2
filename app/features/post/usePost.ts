import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

export interface MessageRow {
  id: string
  channel: string
  to: string
  subject: string
  at: string
}
export interface Message extends MessageRow {
  messageId: string
  from: string
  text: string
  attachments: string[]
  /** There is a link or a code in it that the owner may open here. */
  closed: boolean
}

/** Every message that went out, newest first, and the one that is read. */
export const usePost = defineStore('post', () => {
  const { data: rows, problem, load, follow } = useReading('post', () => api<MessageRow[]>('/api/post'))
  const shown = ref<Message | null>(null)
  /** Reads one; what was sent never changes, so that it is asked for once. */
  async function open(id: string): Promise<void> {
    shown.value = await api<Message>(`/api/post/${id}`)
  }
  /** Shows it as its receiver has it; the look stands in the record of its round. */
  async function reveal(): Promise<void> {
    const { text } = await api<{ text: string }>(`/api/post/${shown.value!.id}/show`, { method: 'POST' })
    shown.value = { ...shown.value!, text, closed: false }
  }
  return { rows, problem, load, follow, shown, open, reveal }
})
