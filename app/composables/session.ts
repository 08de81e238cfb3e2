import { defineStore } from 'pinia'
import { type ComputedRef, computed, ref } from 'vue'
import type { Right, Role } from '~~/core/members/rights'
import type { Language } from '~~/core/text/language'
import { api } from './api'

/** What can be pretended (server/platform/config.ts). */
export type Standin = 'cards' | 'identity' | 'post' | 'times' | 'neighbour'
interface Session {
  member: { id: string; name: string; role: Role; may: Right[] } | null
  handover: boolean
  /** This screen is a pad. */
  pad: boolean
  business: {
    name: string
    email: string
    currency: string
    timeZone: string
    locale: string
    taxRate: string
    weekStart: number
    language: Language
  } | null
  /** What of the outside world is pretended here. */
  standins: Standin[]
  /** Whether this member may open links in the post room. */
  postRoomOpens?: boolean
  /** There is a business here. */
  begun?: boolean
  /** No way to send mail has been set. */
  noMail?: boolean
}

/** How numbers are typed where the business is. */
export const useLocale = (): ComputedRef<string> => {
  const session = useSession()
  return computed(() => session.data?.business?.locale ?? 'en-GB')
}

/** Who is signed in, and whether the device is handed over. */
export const useSession = defineStore('session', () => {
  const data = ref<Session | null>(null)
  async function load(): Promise<Session> {
    data.value = await api<Session>('/api/session')
    return data.value
  }
  /** Whether whoever is signed in has one of these rights; the server decides by itself. */
  const may = (...wanted: Right[]): boolean => wanted.some((r) => data.value?.member?.may.includes(r))
  return { data, load, may }
})
