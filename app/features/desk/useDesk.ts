import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { readCode } from '~~/core/visits/code'
import type { MarkKind } from '~~/core/visits/visit'
import type { DeskScan, DeskView, DeskVisit } from '~~/shared/out/desk'
import { searchable } from '~~/shared/text'
import { api, newKey } from '../../composables/api'
import { useReading } from '../../composables/reading'
import { usePads } from './usePads'

/** On this device, by a link for their own phone, or on the pad beside the desk. */
export type SignHow = 'device' | 'link' | 'pad'

/** What of a document is said when it was shown. */
export type Shown = Pick<NonNullable<DeskScan['document']>, 'kind' | 'expires'>

/** The front desk: the visits of a day as they are looked for, and what is done about them. */
export const useDesk = defineStore('desk', () => {
  /** The day that is shown; today where it is empty. */
  const day = ref('')
  const reading = useReading('desk', () => api<DeskView>('/api/desk', { query: day.value ? { day: day.value } : {} }))
  async function showDay(of: string): Promise<void> {
    day.value = of
    session.value = ''
    await reading.load()
  }
  const find = ref('')
  const session = ref('')
  /** Each visit by its name as it is looked for: worked out once, not at each key. */
  const byName = computed(() => (reading.data.value?.visits ?? []).map((v) => ({ v, name: searchable(v.name) })))
  /** What is shown: of the session that is chosen, by any part of a name. */
  const shown = computed((): DeskVisit[] => {
    const wanted = searchable(find.value)
    const code = readCode(find.value)
    // A code is one visit, whichever session is chosen.
    const one = code ? byName.value.filter(({ v }) => v.code === code) : []
    if (one.length) return one.map(({ v }) => v)
    return byName.value
      .filter(({ v, name }) => (!session.value || v.jobId === session.value) && name.includes(wanted))
      .map(({ v }) => v)
  })
  /** How many, of the session that is chosen or of all. */
  const counts = computed(
    () =>
      reading.data.value?.sessions.find((s) => s.jobId === session.value)?.counts ?? reading.data.value?.counts ?? null,
  )
  /** Marks a visit; with an id and a time of its own, so that the same mark sent again is one. */
  async function mark(
    { jobId, contactId }: DeskVisit,
    kind: MarkKind,
    words = '',
    withId: string | null = null,
  ): Promise<void> {
    const marks = [{ id: newKey(), jobId, contactId, kind, at: new Date().toISOString(), words, withId }]
    await api('/api/desk/marks', { method: 'POST', body: { marks } })
    await reading.load()
  }
  /** Has somebody sign: whose turn it is on this device, or the address for their phone. */
  const sign = (
    { jobId, contactId }: Pick<DeskVisit, 'jobId' | 'contactId'>,
    how: SignHow,
    guardianId: string | null = null,
    also: string[] = [],
  ): Promise<{ personId: string; url: string | null }> =>
    api('/api/desk/sign', {
      method: 'POST',
      body: { jobId, contactId, guardianId, also, how, padId: usePads().here?.id ?? null },
    })
  /** Says that somebody showed a document; kept where that is set, and nowhere else. */
  async function shownBy({ jobId, contactId }: Pick<DeskVisit, 'jobId' | 'contactId'>, document: Shown): Promise<void> {
    if (!reading.data.value?.settings.keeps.includes('document')) return
    const { kind, expires: until } = document
    await api('/api/desk/shown', { method: 'POST', body: { jobId, contactId, kind, until } })
  }
  return { ...reading, day, showDay, find, session, shown, counts, mark, sign, shownBy }
})
