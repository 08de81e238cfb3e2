import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Brought, Changes, LibraryView, TemplateRow } from '~~/shared/library'
import { api, newKey } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** What jobs and papers are made from: templates, clauses, kinds, priced items. */
export const useLibrary = defineStore('library', () => {
  const { data, busy, problem, load, follow } = useReading('library', () => api<LibraryView>('/api/library'))
  const kinds = computed(() => data.value?.kinds ?? [])
  const items = computed(() => data.value?.catalogue ?? [])
  const templates = computed(() => data.value?.templates ?? [])
  const clauses = computed(() => data.value?.clauses ?? [])
  /** What a new paper can be made from. */
  const live = computed(() => templates.value.filter((t) => !t.archivedAt))

  /** A template with nothing on it; its id. */
  async function makeTemplate(folder: string): Promise<string> {
    const body = { name: 'Untitled template', kind: 'contract', folder, key: newKey() }
    return (await api<{ id: string }>('/api/templates', { method: 'POST', body })).id
  }
  async function duplicate(of: TemplateRow): Promise<string> {
    const body = { name: `${of.name}, copy`.slice(0, 120), from: of.id, key: newKey() }
    const { id } = await api<{ id: string }>('/api/templates', { method: 'POST', body })
    await load()
    return id
  }
  /** Puts a template away, or moves it to a folder. */
  async function change(id: string, to: { archived: boolean } | { folder: string }): Promise<void> {
    await api(`/api/templates/${id}`, { method: 'PATCH', body: { revision: 0, ...to } })
    await load()
  }
  /** The same paper in another language, beside it; its id. */
  const addLanguage = async (id: string, language: string): Promise<string> =>
    (await api<{ id: string }>(`/api/templates/${id}/language`, { method: 'POST', body: { language } })).id
  async function sayInStep(id: string): Promise<void> {
    await api(`/api/templates/${id}/in-step`, { method: 'POST' })
    await load()
  }
  /** Reads a file that a template is to be made of, its tracked changes settled as asked; nothing is kept yet. */
  const bring = (file: File, changes: Changes = 'taken'): Promise<Brought> =>
    api<Brought>(`/api/templates/bring?${new URLSearchParams({ name: file.name, changes })}`, {
      method: 'POST',
      body: file,
    })

  return {
    library: data,
    busy,
    problem,
    load,
    follow,
    kinds,
    items,
    templates,
    live,
    clauses,
    makeTemplate,
    duplicate,
    change,
    addLanguage,
    sayInStep,
    bring,
  }
})
