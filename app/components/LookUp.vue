<script setup lang="ts" generic="T extends { id: string }">
/**
 * Finds one of many while somebody types. Whoever types fast and presses Enter gets what they typed, not what was found
 * before: the answer to what stands there is waited for.
 */
const props = defineProps<{
  label: string
  look: (text: string) => Promise<T[]>
  words: (option: T) => string
  placeholder?: string
  /** What stands in it before anything is typed. */
  start?: string
  inputId?: string
  /** In a dialog: what it opens on. */
  autofocus?: boolean
}>()
const emit = defineEmits<{ chosen: [option: T, typed: string] }>()
defineSlots<{ option(of: { option: T }): unknown }>()
const typed = ref<string | T>(props.start ?? '')
watch(
  () => props.start,
  (to) => {
    typed.value = to ?? ''
  },
)
const text = computed(() => (typeof typed.value === 'string' ? typed.value : props.words(typed.value)))
/** What the suggestions are for; null while that is being asked. */
const answered = ref<string | null>(null)
const { found, look, settled } = useLookup(() => props.look(text.value))
async function complete(): Promise<void> {
  const asked = text.value
  answered.value = null
  await look()
  if (asked === text.value) answered.value = asked
}
async function enter(event: KeyboardEvent): Promise<void> {
  if (answered.value === text.value) return
  event.preventDefault()
  event.stopPropagation()
  void complete()
  const first = await settled()
  if (first) choose(first)
}
function choose(option: T): void {
  box.value?.hide()
  answered.value = null
  emit('chosen', option, written)
  // The part puts what was chosen into the field: it says again what is chosen now, or nothing.
  void nextTick(() => (typed.value = props.start ?? ''))
}
/** The field keeps the focus while somebody presses on a row: what is shown doesn't move under the pointer. */
const parts = {
  // A dialog looks for this when it opens; else its closing button would take the focus from whoever types already.
  pcInputText: { root: { maxlength: 200, autofocus: props.autofocus || undefined } },
  overlay: { onMousedown: (event: MouseEvent) => event.preventDefault() },
}
/** What was typed, for whoever makes something new of it. */
let written = ''
watch(typed, (now) => {
  if (typeof now === 'string') written = now
})
const box = useTemplateRef<{ $el: HTMLElement; hide(): void; bindScrollListener(): void }>('box')
// The list moves with its field: a page that scrolls, as it does to show the field, is no reason for it to go.
onMounted(() => box.value && (box.value.bindScrollListener = () => {}))
defineExpose({ focus: () => box.value?.$el.querySelector('input')?.focus() })
</script>

<template>
  <AutoComplete
    ref="box"
    v-model="typed"
    fluid
    complete-on-focus
    auto-option-focus
    append-to="self"
    :input-id="inputId"
    :aria-label="label"
    :placeholder="placeholder"
    :suggestions="found"
    :option-label="words as never"
    :min-length="0"
    :delay="80"
    :show-empty-message="false"
    :pt="parts"
    @complete="complete"
    @keydown.enter.capture="enter"
    @option-select="({ value }) => choose(value as T)"
  >
    <template #option="{ option }"><slot name="option" :option="option as T" /></template>
  </AutoComplete>
</template>
