import type { FieldSpec } from '~~/core/document/field'
import { useMarking } from './useMarking'

/** What is chosen on the table, for the parts of its card: read, and changed field by field. */
export function useChosen() {
  const table = useMarking()
  const { current: m, chosen, marks } = storeToRefs(table)
  /** Fields by their key, for what is worked out from others or shares a value. */
  const keyed = computed(() =>
    [
      ...new Map(marks.value.filter((x) => x.state === 'settled' && !x.words).map((x) => [x.field.key, x.field.label])),
    ].filter(([key]) => key !== m.value?.field.key),
  )
  return {
    table,
    m,
    keyed,
    set: (more: Partial<FieldSpec>, word = '') => table.setField(chosen.value, more, word),
  }
}
