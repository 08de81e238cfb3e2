<script setup lang="ts">
import { isDecimal, majorString, parseMoney, type Minor } from '~~/core/money/money'
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
const { data: library } = await useAsyncData('library', () =>
  api<{
    catalogue: {
      id: string
      description: string
      unit: string
      unitPrice: Minor
      taxRate: string
      clientQuantity: PricedLine['clientQuantity']
    }[]
  }>('/api/library'),
)
const pick = ref('')
const update = (i: number, change: Partial<PricedLine>) =>
  emit(
    'update:lines',
    props.lines.map((l, k) => (k === i ? { ...l, ...change } : l)),
  )
const text = (e: Event) => (e.target as HTMLInputElement).value
const key = () => `l${newKey().slice(0, 8)}`
function add() {
  const item = library.value?.catalogue.find((c) => c.id === pick.value)
  emit('update:lines', [
    ...props.lines,
    {
      key: key(),
      description: item?.description ?? '',
      unit: item?.unit ?? '',
      quantity: item?.clientQuantity?.min ?? '1',
      unitPrice: item?.unitPrice ?? (0 as Minor),
      discount: null,
      taxRate: item?.taxRate ?? '20',
      optional: false,
      group: null,
      chosen: true,
      clientQuantity: null,
    },
  ])
  pick.value = ''
}
const discountText = (d: Discount | null) =>
  !d ? '' : 'percent' in d ? `${d.percent}%` : majorString(d.amount, props.currency)
function toDiscount(value: string): Discount | null {
  const v = value.trim()
  if (!v) return null
  if (v.endsWith('%') && isDecimal(v.slice(0, -1).trim())) return { percent: v.slice(0, -1).trim() }
  const amount = parseMoney(v, props.currency)
  return amount === null ? null : { amount }
}
function setPrice(i: number, value: string) {
  const amount = parseMoney(value, props.currency)
  if (amount !== null) update(i, { unitPrice: amount })
}
const limits = (l: PricedLine) => (l.clientQuantity ? `${l.clientQuantity.min}–${l.clientQuantity.max}` : '')
function setLimits(i: number, value: string) {
  const m = /^\s*([\d.]+)\s*(?:–|-|to)\s*([\d.]+)\s*$/.exec(value)
  update(i, {
    clientQuantity: m && isDecimal(m[1]!) && isDecimal(m[2]!) ? { min: m[1]!, max: m[2]!, step: '1' } : null,
  })
}
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
  <div>
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
              <input
                class="input"
                :value="l.description"
                :aria-label="`What, line ${i + 1}`"
                maxlength="500"
                @input="update(i, { description: text($event) })"
              /><span v-if="problemOf(i)" class="error">{{ problemOf(i) }}</span>
            </td>
            <td>
              <input
                class="input n"
                :value="l.quantity"
                inputmode="decimal"
                :aria-label="`Quantity, line ${i + 1}`"
                :aria-invalid="!isDecimal(l.quantity)"
                @input="update(i, { quantity: text($event) })"
              />
            </td>
            <td>
              <input
                class="input n"
                :value="l.unit"
                :aria-label="`Unit, line ${i + 1}`"
                maxlength="20"
                @input="update(i, { unit: text($event) })"
              />
            </td>
            <td>
              <input
                v-typed="majorString(l.unitPrice, currency)"
                class="input m"
                inputmode="decimal"
                :aria-label="`Price each, line ${i + 1}`"
                @change="setPrice(i, text($event))"
              />
            </td>
            <td>
              <input
                v-typed="discountText(l.discount)"
                class="input n"
                :aria-label="`Discount, line ${i + 1}`"
                placeholder="10%"
                @change="update(i, { discount: toDiscount(text($event)) })"
              />
            </td>
            <td>
              <input
                class="input n"
                :value="l.taxRate"
                inputmode="decimal"
                :aria-label="`Tax percent, line ${i + 1}`"
                @input="update(i, { taxRate: text($event) })"
              />
            </td>
            <td class="c">
              <input
                type="checkbox"
                :checked="l.optional"
                :aria-label="`Client may leave line ${i + 1}`"
                @change="update(i, { optional: ($event.target as HTMLInputElement).checked, chosen: true })"
              />
            </td>
            <td>
              <input
                v-typed="limits(l)"
                class="input m"
                :aria-label="`Client sets the quantity of line ${i + 1}, from–to`"
                placeholder="4–12"
                @change="setLimits(i, text($event))"
              />
            </td>
            <td class="money">
              {{ priced ? money(priced.lines.find((x) => x.key === l.key)?.net ?? 0, currency) : '' }}
            </td>
            <td>
              <button
                type="button"
                class="btn bare"
                :aria-label="`Remove line ${i + 1}`"
                @click="
                  emit(
                    'update:lines',
                    lines.filter((_, k) => k !== i),
                  )
                "
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="add">
      <label
        ><span class="sr">From the catalogue</span
        ><select v-model="pick" class="input">
          <option value="">A line of your own</option>
          <option v-for="c in library?.catalogue" :key="c.id" :value="c.id">
            {{ c.description }}, {{ money(c.unitPrice, currency) }}{{ c.unit ? ` a ${c.unit.replace(/s$/, '')}` : '' }}
          </option>
        </select></label
      >
      <button type="button" class="btn" @click="add">Add the line</button>
      <label class="whole"
        >Discount on the whole
        <input
          v-typed="discountText(discount)"
          class="input n"
          aria-label="Discount on the whole"
          placeholder="5%"
          @change="emit('update:discount', toDiscount(text($event)))"
      /></label>
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
.add label:first-child {
  width: 320px;
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
