import { defineStore } from 'pinia'
import { type PublicKeyCredentialCreationOptionsJSON, startRegistration } from '@simplewebauthn/browser'
import type { MemberRow, SecondBegun, WaysIn } from '~~/shared/out/members'
import type { BackupsView, BusinessView, FirstSteps, WaysView } from '~~/shared/out/settings'
import type { Language } from '~~/core/text/language'
import type { LetterShown, LettersView, Wording } from '~~/shared/letters'
import { askKey } from './keys'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'
import { useSession } from '../../composables/session'

/** Who the business is, where it is at home, how it prices, how its mail goes out. */
export const useBusiness = defineStore('business', () => {
  const read = useReading('business', () => api<BusinessView>('/api/business'))
  /** Keeps one part of it, and what every screen knows of the business. */
  async function keep(
    part: 'desk' | 'facts' | 'home' | 'late' | 'look' | 'mail' | 'numbers' | 'senders' | 'terms' | 'texts' | 'times',
    body: object,
    headers: Record<string, string> = {},
  ): Promise<void> {
    await api(`/api/business/${part}`, { method: 'PUT', body, headers })
    await Promise.all([read.load(), useSession().load()])
  }
  /** Takes a picture as the logo, or takes it away. */
  async function keepLogo(png: Blob | null): Promise<void> {
    await api('/api/business/logo', png ? { method: 'PUT', body: png } : { method: 'DELETE' })
    await read.load()
  }
  return { ...read, keep, keepLogo }
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
    /** Takes somebody out; what waits for them is `to`’s. */
    remove: (id: string, to: string) => send('DELETE', `/${id}${to ? `?to=${to}` : ''}`),
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

/** How one proves who one is. */
export const useWaysIn = defineStore('ways-in', () => {
  const read = useReading('ways-in', () => api<WaysIn>('/api/account'))
  const then = async <T>(what: Promise<T>): Promise<T> => {
    const done = await what
    await read.load()
    return done
  }
  return {
    ...read,
    beginSecond: () => api<SecondBegun>('/api/account/second/begin', { method: 'POST' }),
    /** Turns it on; the spare codes, which come once. */
    turnOnSecond: (body: object) =>
      then(api<{ codes: string[] }>('/api/account/second', { method: 'POST', body }).then((a) => a.codes)),
    turnOffSecond: (body: object) => then(api('/api/account/second', { method: 'DELETE', body })),
    /** Asks the device for a key and keeps it; false where whoever holds it would rather not. */
    async addKey(given: { name: string; current: string }): Promise<boolean> {
      const { options } = await api<{ options: PublicKeyCredentialCreationOptionsJSON }>(
        '/api/account/passkeys/begin',
        { method: 'POST', body: given },
      )
      const response = await askKey(() => startRegistration({ optionsJSON: options }))
      if (!response) return false
      await then(api('/api/account/passkeys', { method: 'POST', body: { ...given, response } }))
      return true
    },
    removeKey: (id: string) => then(api(`/api/account/passkeys/${id}`, { method: 'DELETE' })),
  }
})

/** Every way out, and how it stands. */
export const useWays = defineStore('ways', () => useReading('ways', () => api<WaysView>('/api/business/ways')))

/** Backups of everything. */
export const useBackups = defineStore('backups', () => {
  const read = useReading('backups', () => api<BackupsView>('/api/business/backups'))
  async function setNightly(nightly: boolean): Promise<void> {
    await api('/api/business/backups', { method: 'PUT', body: { nightly } })
    await read.load()
  }
  async function makeOne(): Promise<void> {
    await api('/api/business/backups', { method: 'POST' })
    await read.load()
  }
  async function setYears(keepYears: number | null): Promise<void> {
    await api('/api/business/keep', { method: 'PUT', body: { keepYears } })
    await read.load()
  }
  return { ...read, setNightly, makeOne, setYears }
})

/** What letters to people outside say, a language at a time. */
export const useLetters = defineStore('letters', () => {
  const language = ref<Language>('en')
  const read = useReading('letters', () => api<LettersView>('/api/letters', { query: { language: language.value } }))
  async function show(next: Language): Promise<void> {
    language.value = next
    await read.load()
  }
  const then = async (what: Promise<unknown>): Promise<void> => {
    await what
    await read.load()
  }
  return {
    ...read,
    language,
    show,
    reword: (key: string, body: Wording) => then(api(`/api/letters/${key}`, { method: 'PUT', body })),
    putBack: (key: string) => then(api(`/api/letters/${key}?language=${language.value}`, { method: 'DELETE' })),
    /** As it would arrive; sent to oneself where `send` says so. */
    attempt: (key: string, body: Wording & { send?: boolean }) =>
      api<LetterShown>(`/api/letters/${key}/try`, { method: 'POST', body }),
  }
})
