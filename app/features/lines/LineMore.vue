<script setup lang="ts">
import { type Counted, countOf } from '~~/core/pricing/per'
import type { PricedLine } from '~~/core/pricing/pricing'
import type { TypedNumbers } from './typedNumbers'

/** What is rarer about a priced line: its discount, and what the client may choose of it. */
const props = defineProps<{ line: PricedLine; n: number; typed: TypedNumbers; record?: Counted }>()
const emit = defineEmits<{ update: [change: Partial<PricedLine>] }>()
const { wrong, shown, discountText, limits, setDiscount, setLimits } = props.typed
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
const field = (name: string) => `${props.line.key}.${name}`
</script>

<template>
  <div class="pairs more pt-1.5 pb-2.5 pr-0 pl-6.5">
    <label class="field"
      ><span>Discount</span>
      <TypedText
        :value="shown(field('discount'), discountText(line.discount))"
        :aria-label="`Discount, line ${n}`"
        :aria-invalid="!!wrong[field('discount')]"
        placeholder="10%"
        @given="setDiscount(field('discount'), $event, (discount) => emit('update', { discount }))"
      /><Message v-if="wrong[field('discount')]" severity="error" size="small" variant="simple" role="alert">{{
        wrong[field('discount')]!.words
      }}</Message></label
    >
    <label class="field"
      ><span>The client sets how many, from–to</span>
      <TypedText
        :value="shown(field('limits'), limits(line.clientQuantity))"
        :aria-label="`Client sets the quantity of line ${n}, from–to`"
        :aria-invalid="!!wrong[field('limits')]"
        placeholder="4–12"
        @given="
          setLimits(field('limits'), $event, line.clientQuantity, (clientQuantity) =>
            emit('update', { clientQuantity }),
          )
        "
      /><Message v-if="wrong[field('limits')]" severity="error" size="small" variant="simple" role="alert">{{
        wrong[field('limits')]!.words
      }}</Message></label
    >
    <Choice
      v-if="record"
      label="How many there are goes by"
      :options="by"
      :model-value="line.per ?? ''"
      @update:model-value="emit('update', { per: $event || null })"
    />
    <label class="field"
      ><span>One of a group, of which the client takes one</span
      ><TypedText
        :value="line.group ?? ''"
        :aria-label="`Group of line ${n}`"
        maxlength="40"
        placeholder="e.g. heating"
        @given="emit('update', { group: $event.trim() || null })"
    /></label>
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
