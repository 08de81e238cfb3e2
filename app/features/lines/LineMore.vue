<script setup lang="ts">
import { type Counted, countOf } from '~~/core/pricing/per'
import { discountSection, putInSection, putInVariant } from '~~/core/pricing/arrange'
import { contentText, readContents } from '~~/core/pricing/contents'
import type { PricedLine } from '~~/core/pricing/pricing'
import { variantsOf } from '~~/core/pricing/variants'
import LineField from './LineField.vue'
import { useLibrary } from '~/features/library/useLibrary'
import type { TypedNumbers } from './typedNumbers'

/** What is rarer about a priced line: its discount, and what the client may choose of it. */
const props = defineProps<{
  line: PricedLine
  n: number
  typed: TypedNumbers
  record?: Counted
  lines: PricedLine[]
  currency: string
}>()
const emit = defineEmits<{ update: [change: Partial<PricedLine>]; put: [lines: PricedLine[]] }>()
const { wrong, shown, locale, discountText, limits, breaksText, setDiscount, setLimits, setBreaks } = props.typed
const library = useLibrary()
const contents = computed(() => (props.line.contents ?? []).map((c) => contentText(c, locale.value)).join('\n'))
const variants = computed(() => [
  { value: '', label: 'all variants' },
  ...variantsOf(props.lines).map((value) => ({ value, label: value })),
])
/** What its quantity may go by, with how many that is now. */
const by = computed(() => {
  const { record } = props
  const now = (per: 'person' | 'hour' | 'day') => (record && countOf(per, record)) ?? 'not given'
  return [
    { value: '', label: 'as typed' },
    { value: 'person', label: `the people: ${now('person')}` },
    { value: 'hour', label: `the hours: ${now('hour')}` },
    { value: 'day', label: `the days: ${now('day')}` },
  ] as const
})
function give(text: string): void {
  const read = readContents(text, locale.value, library.items)
  emit('update', { contents: read.length ? read : null })
}
/** What stands in a field, or what was typed there and can't be taken, with why. */
const of = (name: string, text: string) => {
  const key = `${props.line.key}.${name}`
  return { value: shown(key, text), wrong: wrong[key]?.words }
}
const field = (name: string) => `${props.line.key}.${name}`
</script>

<template>
  <div class="pairs more pt-1.5 pb-2.5 pr-0 pl-6.5">
    <LineField
      label="Discount"
      :name="`Discount, line ${n}`"
      v-bind="of('discount', discountText(line.discount))"
      placeholder="10%"
      @given="setDiscount(field('discount'), $event, (discount) => emit('update', { discount }))"
    />
    <LineField
      label="The client sets how many, from–to"
      :name="`Client sets the quantity of line ${n}, from–to`"
      v-bind="of('limits', limits(line.clientQuantity))"
      placeholder="4–12"
      @given="
        setLimits(field('limits'), $event, line.clientQuantity, (clientQuantity) => emit('update', { clientQuantity }))
      "
    />
    <Choice
      v-if="record"
      label="How many there are goes by"
      :options="by"
      :model-value="line.per ?? ''"
      @update:model-value="emit('update', { per: $event || null })"
    />
    <LineField
      label="One of a group, of which the client takes one"
      :name="`Group of line ${n}`"
      :value="line.group ?? ''"
      :maxlength="40"
      placeholder="e.g. heating"
      @given="emit('update', { group: $event.trim() || null })"
    />
    <LineField
      label="From how many on another price"
      :name="`Prices from so many on, line ${n}`"
      v-bind="of('breaks', breaksText(line.breaks))"
      placeholder="10: 45; 20: 40"
      @given="
        setBreaks(field('breaks'), $event, line.breaks?.[0]?.unitPrice ?? line.unitPrice, (breaks) =>
          emit('update', { breaks: breaks.length ? breaks : null }),
        )
      "
    />
    <label class="field"
      ><span>What it is made up of, one a row</span
      ><Textarea
        :model-value="contents"
        rows="2"
        auto-resize
        maxlength="4000"
        :aria-label="`What line ${n} is made up of`"
        placeholder="20 × Towel"
        @change="give(($event.target as HTMLTextAreaElement).value)"
    /></label>
    <LineField
      label="Section of the quote"
      :name="`Section of line ${n}`"
      :value="line.section?.name ?? ''"
      :maxlength="60"
      placeholder="e.g. The evening"
      @given="emit('put', putInSection(lines, line.key, $event.trim()))"
    />
    <LineField
      v-if="line.section"
      :label="`Off all of “${line.section.name}” together`"
      :name="`Discount on the section of line ${n}`"
      v-bind="of('section-discount', discountText(line.section.discount))"
      placeholder="10%"
      @given="setDiscount(field('section-discount'), $event, (d) => emit('put', discountSection(lines, line.key, d)))"
    />
    <Choice
      v-if="variants.length > 1"
      label="Stands in"
      :options="variants"
      :model-value="line.variant?.name ?? ''"
      @update:model-value="emit('put', putInVariant(lines, line.key, $event))"
    />
    <label class="acts"
      ><Checkbox
        binary
        :model-value="line.optional"
        :aria-label="`Client may leave line ${n}`"
        @update:model-value="emit('update', { optional: $event, chosen: true })"
      />
      The client may leave it</label
    >
  </div>
</template>
