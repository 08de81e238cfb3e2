interface Session {
  member: { id: string; name: string; role: 'owner' | 'staff' } | null
  handover: boolean
  business: { name: string; currency: string; timeZone: string } | null
}

/** Who is signed in, and whether the device is handed over. */
export const useSession = defineStore('session', () => {
  const data = ref<Session | null>(null)
  async function load(): Promise<Session> {
    data.value = await api<Session>('/api/session')
    return data.value
  }
  return { data, load }
})
