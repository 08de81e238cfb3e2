<script setup lang="ts">
/** One fact of a record, edited in place: saved on leaving the field, Escape puts it back. */
const props = defineProps<{
  label: string
  value: string
  type?: 'text' | 'number' | 'date' | 'datetime-local' | 'textarea' | 'zone'
  /** What it is chosen from, where it is. */
  options?: { value: string; label: string }[]
  shown?: string
  /** What is to be looked at in what is given. */
  warning?: string | null
  missing?: boolean
  save: (value: string) => Promise<unknown>
}>()
const editing = ref(false)
const draft = ref('')
const problem = ref('')
const place = useTemplateRef<HTMLElement>('place')
const zones = Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z }))
const id = useId()
async function begin(): Promise<void> {
  draft.value = props.value
  problem.value = ''
  await nextTick()
  place.value?.querySelector<HTMLElement>('input, textarea, [role=combobox]')?.focus()
}
/** The part opens with Enter; a button opens with Space, too. */
function openBySpace(event: KeyboardEvent): void {
  if (event.key !== ' ') return
  event.preventDefault()
  ;(event.currentTarget as HTMLElement).click()
}
/** Whether the focus has gone elsewhere: what a picker shows is no longer within the field. */
const outside = (event: FocusEvent) => {
  const to = event.relatedTarget as HTMLElement | null
  // What was shown loses the focus when the field takes its place.
  if (!(event.target as HTMLElement).closest('.p-inplace-content')) return false
  return !to?.closest('.p-datepicker-panel, .p-select-overlay') && !place.value?.contains(to)
}
async function leave(): Promise<void> {
  if (!editing.value) return
  if (draft.value === props.value) {
    editing.value = false
    return
  }
  try {
    await props.save(draft.value)
    editing.value = false
    problem.value = ''
  } catch (e) {
    problem.value = (e instanceof ApiProblem && Object.values(e.fields)[0]) || wordsOf(e)
  }
}
const display = computed(() => props.shown ?? props.value)
</script>

<template>
  <div class="fact grid grid-cols-[86px_minmax(0,1fr)] items-start border-b border-b-hairline py-1 px-0 min-h-9">
    <dt :id="id" class="text-ink-soft text-[14px] pt-1">{{ label }}</dt>
    <dd ref="place" @focusout="outside($event) && leave()" @keydown.esc="editing = false">
      <Inplace
        v-model:active="editing"
        :display-props="{
          'aria-label': `${label}: ${display || 'not given'}. Change`,
          onKeydown: openBySpace,
          class: { bad: missing && !value, soft: !missing && !value },
        }"
        @open="begin"
      >
        <template #display>{{ display || `${missing ? label + ' ' : ''}not given` }}</template>
        <template #content>
          <Choice
            v-if="options || type === 'zone'"
            v-model="draft"
            :options="options ?? zones"
            :aria-label="label"
            :invalid="!!problem"
          />
          <FactInput
            v-else
            v-model="draft"
            :type="type ?? 'text'"
            :aria-labelledby="id"
            :aria-invalid="!!problem"
            @keydown.enter="type !== 'textarea' && leave()"
          />
          <p v-if="problem" class="error" role="alert">{{ problem }}</p>
        </template>
      </Inplace>
      <p v-if="warning && !editing" class="small text-bracken">{{ warning }}</p>
    </dd>
  </div>
</template>

<style scoped>
.fact :deep(.p-inplace-display) {
  display: block;
  cursor: text;
  overflow-wrap: anywhere;
  max-height: 120px;
  overflow: hidden;
  white-space: pre-line;
}
</style>
