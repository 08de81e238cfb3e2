import { type ComputedRef, computed } from 'vue'
import { OF_AGE } from '~~/core/visits/owes'
import type { DeskVisit } from '~~/shared/out/desk'
import { api } from '../../composables/api'
import { useDesk } from './useDesk'

/** Whoever of age comes to the same job as somebody, somebody of the same family name first. */
export function useGrown(visit: DeskVisit): ComputedRef<{ value: string; label: string }[]> {
  const desk = useDesk()
  const family = (name: string) => name.split(' ').at(-1)
  return computed(() =>
    desk
      .data!.visits.filter(
        (v) => v.jobId === visit.jobId && v.contactId !== visit.contactId && (v.age === null || v.age >= OF_AGE),
      )
      .map((v) => ({ value: v.contactId, label: v.name }))
      .sort((a, b) => Number(family(b.label) === family(visit.name)) - Number(family(a.label) === family(visit.name))),
  )
}

/** Somebody who wasn't known, by their name alone; their id. */
export const newPerson = async (name: string): Promise<string> =>
  (await api<{ id: string }>('/api/contacts', { method: 'POST', body: { name } })).id
