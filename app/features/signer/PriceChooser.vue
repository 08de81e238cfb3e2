<script setup lang="ts">
import { decimalString, isDecimal, tenThousandths } from '~~/core/money/money'
import { readDecimal, typedDecimal } from '~~/core/money/typed'
import { quantityProblem } from '~~/core/pricing/choices'
import { contentText } from '~~/core/pricing/contents'
import { totalWith } from '~~/core/pricing/headings'
import { type PricedLine, counts, stands } from '~~/core/pricing/pricing'
import { takenOf, variantKey, variantsOf } from '~~/core/pricing/variants'
import { moneyIn } from '~~/shared/words'
import { quantityText } from '~~/core/layout/figures'
import type { DraftState } from './draft'
import { useSays } from './says'

/** The price table to choose from: take or leave, set how many, see the total move. */
const props = defineProps<{ state: DraftState }>()
const { draft, chooses, lines, priced, figures } = props.state
const open = computed(() => !!figures.value?.open && chooses.value)
const says = useSays()
const c = (n: number) => moneyIn(says.value.language, n, figures.value!.currency)
const variants = computed(() => (open.value ? variantsOf(lines.value) : []))
const variant = computed(() => takenOf(lines.value))
/** Each variant with what it has of its own, and what all comes to with it. */
const beside = computed(() =>
  variants.value.map((name) => ({
    name,
    total: totalWith({ ...figures.value!.pricing, lines: lines.value }, name),
    own: lines.value.filter((l) => l.variant?.name === name),
  })),
)
function choose(name: string) {
  for (const v of variants.value) draft.value.taken[variantKey(v)] = v === name
}
const shown = computed(() => lines.value.filter(open.value ? stands : counts))
const result = (l: PricedLine) => priced.value!.lines.find((x) => x.key === l.key)!
const original = (l: PricedLine) => figures.value!.pricing.lines.find((x) => x.key === l.key)!
const typed = (l: PricedLine) => draft.value.quantities[l.key] ?? original(l).quantity
const problem = (l: PricedLine) => (l.clientQuantity ? quantityProblem(typed(l), l.clientQuantity, l.unit) : null)
function take(l: PricedLine, on: boolean) {
  if (l.group !== null)
    for (const other of lines.value)
      if (other.group === l.group && other.variant?.name === l.variant?.name)
        draft.value.taken[other.key] = other.key === l.key
  if (l.group === null) draft.value.taken[l.key] = on
}
function set(l: PricedLine, value: string) {
  draft.value.quantities[l.key] = value.slice(0, 20)
}
/** A quantity as it was typed, read as the signer's language writes numbers; half a number stays as it is until it is one. */
function type(l: PricedLine, text: string) {
  const read = /[.,]\s*$/.test(text) ? null : readDecimal(text, says.value.language)
  set(l, read && 'value' in read ? read.value : text)
}
const shownQuantity = (l: PricedLine) => (isDecimal(typed(l)) ? typedDecimal(typed(l), says.value.language) : typed(l))
function step(l: PricedLine, by: 1n | -1n) {
  const { min, max, step } = l.clientQuantity!
  let q: bigint
  try {
    q = tenThousandths(typed(l))
  } catch {
    q = tenThousandths(min)
  }
  const next = q + by * tenThousandths(step)
  if (next >= tenThousandths(min) && next <= tenThousandths(max)) set(l, decimalString(next))
}
</script>

<template>
  <div v-if="figures && priced" class="font-sans text-[16px] mt-2 mb-4 mx-0" data-figures="prices">
    <fieldset v-if="beside.length" class="grid gap-2 border-0 p-0 mx-0 mt-0 mb-3 phone:grid-cols-2">
      <legend class="text-s text-ink-soft mb-2">{{ says('chooseOne') }}</legend>
      <label
        v-for="v in beside"
        :key="v.name"
        class="card"
        :class="{ chosen: v.name === variant }"
        :data-variant="v.name"
      >
        <RadioButton
          :model-value="variant"
          :value="v.name"
          name="variant"
          :input-id="`take-${variantKey(v.name)}`"
          @update:model-value="choose(v.name)"
        />
        <span
          ><b data-words>{{ v.name }}</b
          ><span v-for="l in v.own" :key="l.key" class="block text-s text-ink-soft"
            ><span data-words>{{ l.description }}</span
            >{{ l.quantity !== '1' || l.unit ? `, ${quantityText(l, says.language)}` : '' }}</span
          ></span
        >
        <b class="money">{{ c(v.total) }}</b>
      </label>
    </fieldset>
    <div v-for="l in shown" :key="l.key" class="line" :class="{ left: !counts(l) }">
      <input
        v-if="open && (l.optional || l.group !== null)"
        :id="`take-${l.key}`"
        :type="l.group !== null ? 'radio' : 'checkbox'"
        :checked="counts(l)"
        @change="take(l, ($event.target as HTMLInputElement).checked)"
      />
      <StopMark v-else state="settled" :size="17" />
      <div>
        <img
          v-if="l.picture && open"
          class="float-end ml-2 w-16 h-16 object-cover rounded-corner"
          :src="`/api/look/${l.picture}`"
          alt=""
          loading="lazy"
        />
        <label v-if="open && (l.optional || l.group !== null)" :for="`take-${l.key}`" data-words>{{
          l.description
        }}</label><span v-else
          ><span data-words>{{ l.description }}</span
          ><span v-if="!open || !l.clientQuantity">{{
            l.quantity !== '1' || l.unit ? `, ${quantityText(l)}` : ''
          }}</span></span
        >
        <span v-for="(content, i) in l.contents ?? []" :key="i" class="block text-s text-ink-soft">{{
          contentText(content, says.language)
        }}</span>
        <span v-if="open && l.optional" class="block text-s text-ink-soft">{{ says('takeOrLeave') }}</span>
        <div v-if="open && l.clientQuantity" class="flex flex-wrap items-center gap-2 mt-1.5">
          <span class="box inline-flex items-center border border-hairline-strong rounded-corner overflow-hidden"
            ><button type="button" :aria-label="says('fewer', { what: l.description })" @click="step(l, -1n)">−</button
            ><input
              :value="shownQuantity(l)"
              inputmode="decimal"
              :aria-label="says('howMany', { unit: l.unit, what: l.description })"
              :aria-invalid="!!problem(l)"
              @input="type(l, ($event.target as HTMLInputElement).value)"
            /><span class="pr-2.5">{{ l.unit }}</span
            ><button type="button" :aria-label="says('more', { what: l.description })" @click="step(l, 1n)">
              +
            </button></span
          >
          <span class="block text-s text-ink-soft">{{
            says('range', { from: l.clientQuantity.min, to: l.clientQuantity.max })
          }}</span>
          <span v-for="b in (l.breaks ?? []).slice(1)" :key="b.from" class="block text-s text-ink-soft">{{
            says('fromMany', { from: typedDecimal(b.from, says.language), price: c(b.unitPrice) })
          }}</span>
          <span v-if="problem(l)" class="error" role="alert">{{
            says.language === 'en' ? problem(l) : says('pQuantity')
          }}</span>
        </div>
        <span v-if="result(l).discount > 0" class="block text-s text-ink-soft">{{
          says('less', { amount: c(result(l).discount) })
        }}</span>
      </div>
      <span class="money">{{ c(result(l).net) }}</span>
    </div>
    <div v-if="priced.discount > 0" class="line">
      <span /><span>{{ says('wholeDiscount') }}</span
      ><span class="money">−{{ c(priced.discount) }}</span>
    </div>
    <div class="line all text-l">
      <span />
      <div>
        <b>{{ says('altogether') }}</b><span class="block text-s text-ink-soft">{{
          says(
            figures.pricing.reverseCharge
              ? 'reverseCharge'
              : figures.pricing.pricesIncludeTax
                ? 'taxIncluded'
                : 'taxAdded',
            {
              tax: c(priced.tax),
              net: c(priced.net),
            },
          )
        }}</span>
      </div>
      <b class="money" aria-live="polite" data-testid="altogether">{{ c(priced.total) }}</b>
    </div>
  </div>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 10px;
  align-items: start;
  padding: 12px;
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner, 6px);
}
.card.chosen {
  border-color: var(--heather);
  outline: 1px solid var(--heather);
}
.line {
  display: grid;
  grid-template-columns: 30px 1fr auto;
  gap: 8px;
  padding: 13px 0;
  border-bottom: 1px solid var(--hairline);
  align-items: start;
}
.line.left .money {
  color: var(--ink-soft);
  text-decoration: line-through;
}
.line > input {
  width: 24px;
  height: 24px;
  accent-color: var(--heather);
  margin: 0;
}
.box button {
  width: 44px;
  height: 40px;
  border: 0;
  background: var(--chalk);
  font-size: 20px;
  cursor: pointer;
}
.box input {
  width: 62px;
  height: 40px;
  border: 0;
  text-align: center;
  font-weight: 600;
}
</style>
