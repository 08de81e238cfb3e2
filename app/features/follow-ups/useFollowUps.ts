import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { FollowUpGiven } from '~~/shared/follow-ups'
import type { FollowUpView, FollowUpsView, RunsView, TriedView } from '~~/shared/out/follow-ups'
import { api, newKey } from '../../composables/api'
import { useReading, useRows } from '../../composables/reading'

/** What a follow-up is while it is written. */
export type Written = Required<Omit<FollowUpGiven, 'steps' | 'when' | 'if' | 'unless'>> &
  Pick<FollowUpView, 'when' | 'if' | 'unless' | 'steps'>

/** One to begin with: nothing chosen but the commonest. */
export const blank = (): Written => ({
  title: '',
  on: true,
  kinds: [],
  when: { kind: 'signed-all', of: 'contract', days: 0 },
  if: [],
  unless: [],
  steps: [],
})
export const asWritten = ({ title, on, kinds, when, if: ifs, unless, steps }: Written): Written =>
  structuredClone({ title, on, kinds, when, if: ifs, unless, steps })

/** Follow-ups: what happens by itself, tried on what was, and what it did. */
export const useFollowUps = defineStore('follow-ups', () => {
  const reading = useReading('follow-ups', () => api<FollowUpsView>('/api/follow-ups'))
  const choices = computed(() => reading.data.value?.choices)
  const byId = (id: string): FollowUpView | undefined => reading.data.value?.rows.find((r) => r.id === id)
  /** What one would have done, by the words it was tried with; the last asked counts. */
  const tried = ref<TriedView | null>(null)
  let asked = 0
  async function tryIt(id: string, written: Written): Promise<void> {
    const mine = (asked += 1)
    const answer = await api<TriedView>('/api/follow-ups/try', { method: 'POST', body: { ...written, id } })
    if (mine === asked) tried.value = answer
  }
  /** Keeps one, new or changed. Returns its id. */
  async function keep(id: string, written: Written, version: number): Promise<string> {
    const kept = id
      ? (await api(`/api/follow-ups/${id}`, { method: 'PUT', body: { ...written, version } }), id)
      : (await api<{ id: string }>('/api/follow-ups', { method: 'POST', body: { ...written, key: newKey() } })).id
    await reading.load()
    return kept
  }
  async function switchOn(id: string, on: boolean): Promise<void> {
    await api(`/api/follow-ups/${id}/on`, { method: 'PUT', body: { on } })
    await reading.load()
  }
  async function remove(id: string): Promise<void> {
    await api(`/api/follow-ups/${id}`, { method: 'DELETE' })
    await reading.load()
  }
  return { ...reading, choices, byId, tried, tryIt, keep, switchOn, remove }
})

/** What follow-ups did: of one, of a job, or all. */
export const useRuns = defineStore('follow-runs', () => {
  const of = ref<{ followUp?: string; job?: string }>({})
  /** Only runs with a step that is so; empty for all. */
  const state = ref('')
  const asked = () => ({ ...of.value, ...(state.value ? { state: state.value } : {}) })
  const rows = useRows<RunsView['rows'][number], RunsView>(
    () => ['follow-runs', of.value.followUp ?? '', of.value.job ?? '', state.value],
    (after) => api<RunsView>('/api/follow-ups/runs', { query: { ...asked(), ...(after ? { after } : {}) } }),
  )
  async function act(step: string, what: 'again' | 'stop' | 'undo'): Promise<void> {
    await api(`/api/follow-ups/steps/${encodeURIComponent(step)}`, { method: 'POST', body: { do: what } })
    await rows.load()
  }
  return { ...rows, of, state, act }
})
