<script setup lang="ts">
import { X } from '@lucide/vue'
import { isDecimal } from '~~/core/money/money'
import { readAmount, readDecimal, readPercent } from '~~/core/money/typed'
import { type Discount, type PricedLine, price } from '~~/core/pricing/pricing'

/** Priced lines as a table one writes in; the sum moves as one types. */
const props = defineProps<{
  lines: PricedLine[]
  discount: Discount | null
  pricesIncludeTax: boolean
  currency: string
  problems?: Record<string, string>
}>()
const emit = defineEmits<{ 'update:lines': [PricedLine[]]; 'update:discount': [Discount | null] }>()
const update = (i: number, change: Partial<PricedLine>) =>
  emit(
    'update:lines',
    props.lines.map((l, k) => (k === i ? { ...l, ...change } : l)),
  )
const add = (line: PricedLine) => emit('update:lines', [...props.lines, line])
const { locale, wrong, shown, take, forget, decimal, amount, discountText, limits, setDiscount, setLimits } =
  useTypedNumbers(props.currency)
function remove(i: number): void {
  forget(props.lines[i]!.key)
  emit(
    'update:lines',
    props.lines.filter((_, k) => k !== i),
  )
}
const setPrice = (i: number, field: string, text: string) =>
  take(field, text, readAmount(text, props.currency, locale.value), (unitPrice) => update(i, { unitPrice }))
/** The first thing that was typed and can't be taken; it is shown, and nothing is kept before it is put right. */
const root = ref<HTMLElement>()
defineExpose({
  settled(): boolean {
    if (Object.keys(wrong).length === 0) return true
    root.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
    return false
  },
})
const priced = computed(() => {
  try {
    return price({
      lines: props.lines.filter((l) => isDecimal(l.quantity) && isDecimal(l.taxRate)),
      discount: props.discount,
      pricesIncludeTax: props.pricesIncludeTax,
    })
  } catch {
    return null
  }
})
const problemOf = (i: number) => Object.entries(props.problems ?? {}).find(([k]) => k.startsWith(`lines.${i}.`))?.[1]
</script>

<template>
  <div ref="root">
    <div class="scroll" tabindex="0" role="region" aria-label="Priced lines">
      <table>
        <thead>
          <tr>
            <th>What</th>
            <th>Quantity</th>
            <th>Unit</th>
            <th>Each</th>
            <th>Discount</th>
            <th>Tax %</th>
            <th>Client may leave it</th>
            <th>Client sets, from–to</th>
            <th class="money">Amount</th>
            <th><span class="sr">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(l, i) in lines" :key="l.key">
            <td>
              <InputText
                :model-value="l.description"
                :aria-label="`What, line ${i + 1}`"
                maxlength="500"
                @update:model-value="update(i, { description: $event })"
              /><span v-if="problemOf(i)" class="error">{{ problemOf(i) }}</span>
            </td>
            <td>
              <TypedText
                :value="shown(`${l.key}.quantity`, decimal(l.quantity))"
                class="n"
                inputmode="decimal"
                :aria-label="`Quantity, line ${i + 1}`"
                :aria-invalid="!!wrong[`${l.key}.quantity`]"
                @given="
                  take(`${l.key}.quantity`, $event, readDecimal($event, locale), (quantity) => update(i, { quantity }))
                "
              /><span v-if="wrong[`${l.key}.quantity`]" class="error" role="alert">{{
                wrong[`${l.key}.quantity`]!.words
              }}</span>
            </td>
            <td>
              <InputText
                class="n"
                :model-value="l.unit"
                :aria-label="`Unit, line ${i + 1}`"
                maxlength="20"
                @update:model-value="update(i, { unit: $event })"
              />
            </td>
            <td>
              <TypedText
                :value="shown(`${l.key}.price`, amount(l.unitPrice))"
                class="m"
                inputmode="decimal"
                :aria-label="`Price each, line ${i + 1}`"
                :aria-invalid="!!wrong[`${l.key}.price`]"
                @given="setPrice(i, `${l.key}.price`, $event)"
              /><span v-if="wrong[`${l.key}.price`]" class="error" role="alert">{{
                wrong[`${l.key}.price`]!.words
              }}</span>
            </td>
            <td>
              <TypedText
                :value="shown(`${l.key}.discount`, discountText(l.discount))"
                class="n"
                :aria-label="`Discount, line ${i + 1}`"
                :aria-invalid="!!wrong[`${l.key}.discount`]"
                placeholder="10%"
                @given="setDiscount(`${l.key}.discount`, $event, (discount) => update(i, { discount }))"
              /><span v-if="wrong[`${l.key}.discount`]" class="error" role="alert">{{
                wrong[`${l.key}.discount`]!.words
              }}</span>
            </td>
            <td>
              <TypedText
                :value="shown(`${l.key}.tax`, decimal(l.taxRate))"
                class="n"
                inputmode="decimal"
                :aria-label="`Tax percent, line ${i + 1}`"
                :aria-invalid="!!wrong[`${l.key}.tax`]"
                @given="take(`${l.key}.tax`, $event, readPercent($event, locale), (taxRate) => update(i, { taxRate }))"
              /><span v-if="wrong[`${l.key}.tax`]" class="error" role="alert">{{ wrong[`${l.key}.tax`]!.words }}</span>
            </td>
            <td class="c">
              <Checkbox
                binary
                :model-value="l.optional"
                :aria-label="`Client may leave line ${i + 1}`"
                @update:model-value="update(i, { optional: $event, chosen: true })"
              />
            </td>
            <td>
              <TypedText
                :value="shown(`${l.key}.limits`, limits(l.clientQuantity))"
                class="m"
                :aria-label="`Client sets the quantity of line ${i + 1}, from–to`"
                :aria-invalid="!!wrong[`${l.key}.limits`]"
                placeholder="4–12"
                @given="
                  setLimits(`${l.key}.limits`, $event, l.clientQuantity, (clientQuantity) =>
                    update(i, { clientQuantity }),
                  )
                "
              /><span v-if="wrong[`${l.key}.limits`]" class="error" role="alert">{{
                wrong[`${l.key}.limits`]!.words
              }}</span>
            </td>
            <td class="money">
              {{ priced ? money(priced.lines.find((x) => x.key === l.key)?.net ?? 0, currency) : '' }}
            </td>
            <td>
              <Button variant="text" :aria-label="`Remove line ${i + 1}`" @click="remove(i)"><X :size="16" /></Button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="add">
      <AddLine :currency="currency" @add="add" />
      <label class="whole"
        >Discount on the whole
        <TypedText
          :value="shown('whole', discountText(discount))"
          class="n"
          aria-label="Discount on the whole"
          :aria-invalid="!!wrong.whole"
          placeholder="5%"
          @given="setDiscount('whole', $event, (d) => emit('update:discount', d))"
        /><span v-if="wrong.whole" class="error" role="alert">{{ wrong.whole.words }}</span></label
      >
      <b v-if="priced" class="money"
        >{{ money(priced.total, currency) }}
        <span class="soft small">with {{ money(priced.tax, currency) }} tax</span></b
      >
    </div>
  </div>
</template>

<style scoped>
.scroll {
  position: relative;
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  min-width: 900px;
}
th {
  text-align: left;
  font-size: var(--size-s);
  color: var(--ink-soft);
  font-weight: 600;
  padding: 4px 6px 4px 0;
  vertical-align: bottom;
}
td {
  padding: 3px 6px 3px 0;
  vertical-align: top;
}
td:first-child {
  width: 34%;
}
td .error {
  display: block;
  max-width: 150px;
}
.n {
  width: 70px;
}
.m {
  width: 92px;
}
.c {
  text-align: center;
  padding-top: 10px;
}
td.money {
  padding-top: 10px;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-top: 10px;
}
.whole {
  margin-left: auto;
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: var(--size-s);
}
.add b {
  font-size: var(--size-l);
}
</style>
