import { defineStore } from 'pinia'
import type { MemberRow } from '~~/shared/out/members'
import type { BusinessView, FirstSteps } from '~~/shared/out/settings'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'
import { useSession } from '../../composables/session'

/** Who the business is, where it is at home, how it prices, how its mail goes out. */
export const useBusiness = defineStore('business', () => {
  const read = useReading('business', () => api<BusinessView>('/api/business'))
  /** Keeps one part of it, and what every screen knows of the business. */
  async function keep(part: 'facts' | 'home' | 'mail' | 'numbers', body: object): Promise<void> {
    await api(`/api/business/${part}`, { method: 'PUT', body })
    await Promise.all([read.load(), useSession().load()])
  }
  return { ...read, keep }
})

/** Who works here. */
export const useMembers = defineStore('members', () => {
  const read = useReading('members', () => api<{ members: MemberRow[] }>('/api/members'))
  const send = async (method: 'POST' | 'PATCH' | 'DELETE', path: string, body?: object): Promise<void> => {
    await api(`/api/members${path}`, { method, ...(body ? { body } : {}) })
    await read.load()
  }
  return {
    ...read,
    invite: (body: object) => send('POST', '', body),
    again: (id: string) => send('POST', `/${id}/invite`),
    change: (id: string, body: object) => send('PATCH', `/${id}`, body),
    remove: (id: string) => send('DELETE', `/${id}`),
  }
})

/** What is good to do first. */
export const useSteps = defineStore('steps', () => {
  const read = useReading('steps', () => api<FirstSteps>('/api/business/steps'))
  async function putAway(step: string): Promise<void> {
    await api('/api/business/steps', { method: 'PUT', body: { step } })
    await read.load()
  }
  return { ...read, putAway }
})
