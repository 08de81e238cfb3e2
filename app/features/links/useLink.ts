import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { LinkSettings, Question } from '~~/core/standing-links/model'
import type { FlowTried, StandingLinkRows, StandingLinkView } from '~~/shared/out/standing-links'
import { api, newKey } from '../../composables/api'
import { useReading } from '../../composables/reading'
import { createSaver } from '../../composables/saving'

/** Every standing link there is. */
export const useLinks = defineStore('links', () => {
  const reading = useReading('standing-links', () => api<StandingLinkRows>('/api/standing-links'))
  const links = computed(() => reading.data.value?.links ?? [])
  /** Sessions a new one may lead to. */
  const sessions = computed(() => reading.data.value?.sessions ?? [])
  /** A new one, being prepared; its id. */
  const make = async (name: string, to: { jobId: string } | { kindId: string }): Promise<string> =>
    (
      await api<{ id: string }>('/api/standing-links', {
        method: 'POST',
        body: { name, ...to, settings: {}, key: newKey() },
      })
    ).id
  return { ...reading, links, sessions, make }
})

type Draft = Pick<StandingLinkView, 'name' | 'jobId' | 'kindId' | 'templates'> & { settings: LinkSettings }

/** One standing link while it is looked after: what is changed is kept as one goes. */
export const useLink = defineStore('link', () => {
  const id = ref('')
  const view = ref<StandingLinkView | null>(null)
  const draft = ref<Draft | null>(null)
  const problem = ref('')
  const told = (error: unknown) => (problem.value = error instanceof Error ? error.message : String(error))
  const url = () => `/api/standing-links/${id.value}`
  const saver = createSaver(
    async () => {
      problem.value = ''
      await api(url(), { method: 'PUT', body: { ...draft.value!, version: view.value!.version } })
      await read()
    },
    { after: 400, refused: told },
  )
  async function read(): Promise<void> {
    const read = await api<StandingLinkView>(url())
    view.value = read
    // What is typed meanwhile is newer than what was kept.
    if (!saver.waits()) {
      const { name, jobId, kindId, templates, settings } = read
      draft.value = structuredClone({ name, jobId, kindId, templates, settings })
    }
  }
  async function open(of: string): Promise<void> {
    id.value = of
    view.value = null
    draft.value = null
    problem.value = ''
    await read().catch(told)
  }
  /** Changes something of it. */
  function set(change: (draft: Draft) => void): void {
    change(draft.value!)
    saver.changed()
  }
  function put(question: Question, at: number | null): void {
    set(({ settings }) => {
      if (at === null) settings.questions.push(question)
      else settings.questions[at] = question
    })
  }
  function takeQuestion(at: number): void {
    set(({ settings }) => {
      const [gone] = settings.questions.splice(at, 1)
      delete settings.home[gone!.key]
    })
  }
  const moveQuestion = (at: number, by: 1 | -1) =>
    set(({ settings: { questions } }) => {
      const [moved] = questions.splice(at, 1)
      questions.splice(at + by, 0, moved!)
    })
  /** Takes over what is proposed for values and facts that have nothing yet. */
  function takeProposed(): void {
    set(({ settings }) => {
      for (const v of view.value!.values)
        if (v.proposed && !settings.map[v.key]) settings.map[v.key] = { from: 'question', key: v.proposed.question }
      for (const [question, to] of Object.entries(view.value!.proposedHome)) settings.home[question] ??= to
    })
  }
  async function act(what: 'open' | 'close' | 'renew'): Promise<void> {
    await saver.flush()
    await api(`${url()}/act`, { method: 'POST', body: { act: what } })
    await read()
  }
  const discard = () => api(url(), { method: 'DELETE' })
  const tryIt = async (templateId: string, answers: Record<string, string | boolean> | null): Promise<FlowTried> => {
    await saver.flush()
    return api(`${url()}/try`, { method: 'POST', body: { templateId, answers } })
  }
  return {
    view,
    draft,
    problem,
    saved: saver.state,
    saver,
    open,
    read,
    set,
    put,
    takeQuestion,
    moveQuestion,
    takeProposed,
    act,
    discard,
    tryIt,
  }
})
