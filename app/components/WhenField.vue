<script setup lang="ts">
import { dayOrder, readDay, readMoment, readTime, typedDay } from '~~/core/calendar/typed'
import { type WhenKind, dateOf, textOf } from '~/composables/when'

/**
 * A day, a time of day or both: picked, or typed as people there write them, quick words among them ("in 2 weeks", "day
 * before the job"). What is typed and can't be read stays, and says so beside the field.
 */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  kind: WhenKind
  jobDay?: string | null
  /** The time a day alone is taken for. */
  usual?: string
  min?: string
  max?: string
  disabled?: boolean
  invalid?: boolean
}>()
const model = defineModel<string>({ required: true })
const emit = defineEmits<{ given: [text: string] }>()
const locale = useLocale()
const now = useNow()
const order = computed(() => dayOrder(locale.value))
/** The picker's own letters for a day in the locale's order and with its signs. */
const format = computed(() =>
  typedDay('2026-11-22', locale.value).replace('2026', 'yy').replace('11', 'mm').replace('22', 'dd'),
)
const clock = computed(() => (order.value === 'mdy' ? '12' : '24'))
const wrong = ref('')
const date = computed(() => dateOf(model.value, props.kind))
const limit = (text: string | undefined) => dateOf(text, props.kind) ?? undefined
function set(text: string): void {
  wrong.value = ''
  if (text === model.value) return
  model.value = text
  emit('given', text)
}
function typed({ value }: { value: string }): void {
  const text = value.trim()
  if (!text) return set('')
  const about = { today: now.value.slice(0, 10), locale: locale.value, jobDay: props.jobDay }
  const read =
    props.kind === 'day'
      ? readDay(text, about)
      : props.kind === 'time'
        ? readTime(text)
        : readMoment(text, about, props.usual)
  if (read === null) wrong.value = `“${text}” is no ${props.kind === 'time' ? 'time of day' : 'day'} that can be read.`
  else if ((props.min && read < props.min) || (props.max && read > props.max))
    wrong.value = props.min && read < props.min ? 'That is too early.' : 'That is too late.'
  else set(read)
}
const attrs = useAttrs()
const id = useId()
/** What is typed is given with Enter before anything else hears of it. */
const input = computed(() => ({
  ...attrs,
  inputmode: 'text',
  'aria-describedby': wrong.value ? id : undefined,
  onKeydown: (event: KeyboardEvent) => {
    if (event.key === 'Enter') typed({ value: (event.target as HTMLInputElement).value })
    ;(attrs.onKeydown as ((event: KeyboardEvent) => void) | undefined)?.(event)
  },
}))
</script>

<template>
  <DatePicker
    :model-value="date"
    :date-format="format"
    :time-only="kind === 'time'"
    :show-time="kind !== 'day'"
    :hour-format="clock"
    :step-minute="5"
    :min-date="limit(min)"
    :max-date="limit(max)"
    :disabled="disabled"
    :invalid="!!wrong || invalid"
    :pt="{ pcInputText: { root: input } }"
    :show-on-focus="false"
    show-icon
    icon-display="input"
    @update:model-value="set(textOf($event as Date | null, kind))"
    @blur="typed($event as { value: string })"
  /><span v-if="wrong" :id="id" class="error" role="alert">{{ wrong }}</span>
</template>
