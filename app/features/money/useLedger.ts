import { defineStore } from 'pinia'
import type { LedgerView } from '~~/shared/ledger'
import { api } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** What stands on each account, tax by month, and how far the books are closed. */
export const useLedger = defineStore('ledger', () => {
  const read = useReading('ledger', () => api<LedgerView>('/api/ledger'))
  const put = async (path: 'closed' | 'accounts', body: object): Promise<void> => {
    await api(`/api/ledger/${path}`, { method: 'PUT', body })
    await read.load()
  }
  return {
    ...read,
    close: (to: string | null) => put('closed', { to }),
    number: (numbers: Record<string, string>) => put('accounts', { numbers }),
  }
})
