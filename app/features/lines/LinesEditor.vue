<script setup lang="ts">
import { GripVertical, SlidersHorizontal, Undo2, X } from '@lucide/vue'
import { isDecimal } from '~~/core/money/money'
import { readAmount, readDecimal, readPercent } from '~~/core/money/typed'
import { atPrice, settled } from '~~/core/pricing/breaks'
import { type Counted, following } from '~~/core/pricing/per'
import { contentText } from '~~/core/pricing/contents'
import { type Discount, type PricedLine, price } from '~~/core/pricing/pricing'
import AddLine from './AddLine.vue'
import LineMore from './LineMore.vue'
import LineVariants from './LineVariants.vue'
import { useLineHistory } from './history'
import { useLineKeys } from './keys'
import { pastedLines } from './pastedLines'
import { useTypedNumbers } from './typedNumbers'

/** Priced lines as a small sheet one writes in; what is rarer stands under its line; the sum moves as one types. */
const props = defineProps<{
  lines: PricedLine[]
  discount: Discount | null
  pricesIncludeTax: boolean
  reverseCharge?: boolean
  currency: string
  /** The day of the job, for what its items cost then. */
  day?: string | null
  /** The record that lines may go by; none where what was agreed is changed. */
  record?: Counted
  /** It may have variants side by side: what is still to be agreed. */
  variants?: boolean
  problems?: Record<string, string>
}>()
const emit = defineEmits<{ 'update:lines': [PricedLine[]]; 'update:discount': [Discount | null] }>()
const notices = useNotices()
const typed = useTypedNumbers(props.currency)
const { locale, wrong, shown, take, forget, decimal, amount, discountText, limits, breaksText, setDiscount } = typed

const { past, remember, undo } = useLineHistory(
  () => ({ lines: props.lines, discount: props.discount }),
  (before) => {
    emit('update:lines', before.lines)
    emit('update:discount', before.discount)
  },
)
function put(lines: PricedLine[]): void {
  remember()
  emit('update:lines', lines)
}
function putDiscount(discount: Discount | null): void {
  remember()
  emit('update:discount', discount)
}
/** Changes a line, with what follows from that: how many there are by the record, what one costs for so many. */
const update = (i: number, change: Partial<PricedLine>) =>
  put(
    props.lines.map((l, k) => {
      if (k !== i) return l
      const next = { ...l, ...change }
      return settled(props.record ? following([next], props.record)[0]! : next)
    }),
  )
// The record is written beside them: what goes by it follows at once.
watch(
  () => props.record,
  (record) => {
    const next = record && following(props.lines, record)
    if (next?.some((l, i) => l !== props.lines[i])) emit('update:lines', next)
  },
)
const add = (line: PricedLine) => put([...props.lines, line])
function remove(i: number): void {
  forget(props.lines[i]!.key)
  put(props.lines.filter((_, k) => k !== i))
}
function move(i: number, by: number): void {
  const to = i + by
  if (to < 0 || to >= props.lines.length) return
  const lines = [...props.lines]
  lines.splice(to, 0, ...lines.splice(i, 1))
  put(lines)
}
const setPrice = (i: number, field: string, text: string) =>
  take(field, text, readAmount(text, props.currency, locale.value), (unitPrice) =>
    update(i, atPrice(props.lines[i]!, unitPrice)),
  )
/** Rows of a spreadsheet put into a cell become lines. */
function paste(event: ClipboardEvent): void {
  const pasted = pastedLines(event.clipboardData?.getData('text/plain') ?? '', {
    currency: props.currency,
    locale: locale.value,
    taxRate: props.lines.at(-1)?.taxRate ?? '20',
    key: () => `l${newKey().slice(0, 8)}`,
  })
  if (!pasted) return
  event.preventDefault()
  if (pasted.lines.length) put([...props.lines, ...pasted.lines])
  const { left } = pasted
  if (left.length)
    notices.trouble(new Error(`Not taken, for their numbers can’t be read: ${left.slice(0, 3).join('; ')}`))
}

const root = useTemplateRef<HTMLElement>('root')
const key = useLineKeys(root, move)
useScreenKeys('In the priced lines', [
  ['Tab', 'to the next cell'],
  ['Enter', 'the same cell of the next line; from the last, a new line'],
  ['Alt+↑, Alt+↓', 'move the line'],
  ['Ctrl+V', 'rows of a spreadsheet become lines'],
])

const open = ref<string[]>([])
const isOpen = (l: PricedLine) => open.value.includes(l.key)
const toggle = (l: PricedLine) => {
  open.value = isOpen(l) ? open.value.filter((k) => k !== l.key) : [...open.value, l.key]
}
const expanded = computed(() => Object.fromEntries(open.value.map((k) => [k, true])))
/** What is special about a line, in words. */
const special = (l: PricedLine) =>
  [
    l.discount ? `${discountText(l.discount)} off` : '',
    l.group ? `one of “${l.group}”` : l.optional ? 'the client may leave it' : '',
    l.clientQuantity ? `the client sets ${limits(l.clientQuantity)}` : '',
    l.breaks?.length ? `from ${breaksText(l.breaks)}` : '',
    ...(l.contents?.length ? [`with ${l.contents.map((c) => contentText(c, locale.value)).join(', ')}`] : []),
    l.section
      ? `in “${l.section.name}”${l.section.discount ? `, ${discountText(l.section.discount)} off it` : ''}`
      : '',
    l.variant ? `only in “${l.variant.name}”` : '',
    l.per && props.record ? `by the job’s ${{ person: 'people', hour: 'hours', day: 'days' }[l.per]}` : '',
  ]
    .filter(Boolean)
    .join(' · ')

defineExpose({
  /** Whether all that was typed can be taken; if not, the first that can't is shown, and nothing is to be kept. */
  settled(): boolean {
    const [first] = Object.keys(wrong)
    if (!first) return true
    const line = props.lines.find((l) => first.startsWith(`${l.key}.`))
    if (line && /discount|limits|breaks/.test(first) && !isOpen(line)) toggle(line)
    void nextTick(() => root.value?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus())
    return false
  },
})
function pricedAs(all: PricedLine[]) {
  const lines = all.filter((l) => isDecimal(l.quantity) && isDecimal(l.taxRate))
  try {
    const { discount, pricesIncludeTax, reverseCharge } = props
    return price({ lines, discount, pricesIncludeTax, reverseCharge })
  } catch {
    return null
  }
}
const priced = computed(() => pricedAs(props.lines))
const net = (l: PricedLine) => priced.value?.lines.find((x) => x.key === l.key)?.net ?? 0
const problemOf = (i: number) => Object.entries(props.problems ?? {}).find(([k]) => k.startsWith(`lines.${i}.`))?.[1]
const CELLS = [
  { key: 'quantity', header: 'How many', label: (n: number) => `Quantity, line ${n}` },
  { key: 'unit', header: 'Unit', label: (n: number) => `Unit, line ${n}` },
  { key: 'price', header: 'Each', label: (n: number) => `Price each, line ${n}` },
  { key: 'tax', header: 'Tax %', label: (n: number) => `Tax percent, line ${n}` },
] as const
const said = (l: PricedLine, cell: (typeof CELLS)[number]['key']) =>
  cell === 'unit'
    ? l.unit
    : shown(
        `${l.key}.${cell}`,
        cell === 'price' ? amount(l.unitPrice) : decimal(cell === 'tax' ? l.taxRate : l.quantity),
      )
function given(l: PricedLine, i: number, cell: (typeof CELLS)[number]['key'], text: string): void {
  const field = `${l.key}.${cell}`
  if (cell === 'unit') update(i, { unit: text })
  else if (cell === 'price') setPrice(i, field, text)
  else if (cell === 'tax') take(field, text, readPercent(text, locale.value), (taxRate) => update(i, { taxRate }))
  else take(field, text, readDecimal(text, locale.value), (quantity) => update(i, { quantity, per: null }))
}
</script>

<template>
  <div ref="root" @keydown="key" @paste="paste">
    <LineVariants
      v-if="variants"
      :lines="lines"
      :currency="currency"
      :total="(all) => pricedAs(all)?.total ?? null"
      @put="put"
    />
    <DataTable
      :value="lines"
      data-key="key"
      :expanded-rows="expanded"
      :row-class="(l) => (l.variant && !l.variant.taken ? 'line beside' : 'line')"
      class="sheet"
      aria-label="Priced lines"
      @row-reorder="put($event.value as PricedLine[])"
    >
      <Column row-reorder body-class="grip">
        <template #rowreordericon
          ><GripVertical :size="15" aria-hidden="true" data-pc-section="reorderablerowhandle"
        /></template>
      </Column>
      <Column header="What" body-class="what">
        <template #body="{ data: l, index: i }">
          <TypedText
            :value="l.description"
            :aria-label="`What, line ${i + 1}`"
            data-cell="what"
            :data-line="i"
            maxlength="500"
            @given="update(i, { description: $event, words: null })"
          />
          <span v-if="special(l)" class="soft small">{{ special(l) }}</span>
          <Message v-if="problemOf(i)" severity="error" size="small" variant="simple">{{ problemOf(i) }}</Message>
        </template>
      </Column>
      <Column v-for="c in CELLS" :key="c.key" :header="c.header" :body-class="`cell-${c.key}`">
        <template #body="{ data: l, index: i }">
          <TypedText
            :value="said(l, c.key)"
            :inputmode="c.key === 'unit' ? undefined : 'decimal'"
            :maxlength="c.key === 'unit' ? 20 : 40"
            :aria-label="c.label(i + 1)"
            :aria-invalid="!!wrong[`${l.key}.${c.key}`]"
            :data-cell="c.key"
            :data-line="i"
            @given="given(l, i, c.key, $event)"
          />
          <Message v-if="wrong[`${l.key}.${c.key}`]" severity="error" size="small" variant="simple" role="alert">{{
            wrong[`${l.key}.${c.key}`]!.words
          }}</Message>
        </template>
      </Column>
      <Column header="Sum" body-class="money" header-class="money-head">
        <template #body="{ data: l }">{{ priced ? money(net(l), currency) : '' }}</template>
      </Column>
      <Column body-class="does">
        <template #body="{ data: l, index: i }">
          <IconButton
            :label="`More for line ${i + 1}`"
            hint="Discount, and what the client may choose"
            :aria-expanded="isOpen(l)"
            @click="toggle(l)"
            ><SlidersHorizontal :size="16"
          /></IconButton>
          <IconButton :label="`Remove line ${i + 1}`" hint="Remove" @click="remove(i)"><X :size="16" /></IconButton>
        </template>
      </Column>
      <template #expansion="{ data: l, index: i }">
        <LineMore
          :line="l"
          :n="i + 1"
          :typed="typed"
          :record="record"
          :lines="lines"
          :currency="currency"
          @update="update(i, $event)"
          @put="put"
        />
      </template>
      <template #empty><p class="soft">No lines yet. Add an item, or write your own.</p></template>
    </DataTable>
    <div class="acts gap">
      <AddLine :currency="currency" :day="day" @add="add" />
      <IconButton label="Undo the last change of the lines" hint="Undo" :disabled="!past.length" @click="undo"
        ><Undo2 :size="16"
      /></IconButton>
      <span class="grow" />
      <label class="acts small"
        >Discount on the whole
        <TypedText
          :value="shown('whole', discountText(discount))"
          class="w-20"
          aria-label="Discount on the whole"
          :aria-invalid="!!wrong.whole"
          placeholder="5%"
          @given="setDiscount('whole', $event, putDiscount)"
        /><Message v-if="wrong.whole" severity="error" size="small" variant="simple" role="alert">{{
          wrong.whole.words
        }}</Message></label
      >
      <b v-if="priced" class="money total text-l"
        >{{ money(priced.total, currency) }}
        <span class="soft small">with {{ money(priced.tax, currency) }} tax</span></b
      >
    </div>
  </div>
</template>

<style scoped>
.sheet :deep(.beside) {
  color: var(--ink-soft);
}
.sheet :deep(td) {
  padding: 3px 6px 3px 0;
  vertical-align: top;
}
.sheet :deep(.what) {
  width: 38%;
}
.sheet :deep(td:is(.cell-quantity, .cell-unit, .cell-tax)) {
  width: 84px;
}
.sheet :deep(.cell-price) {
  width: 110px;
}
.sheet :deep(td:is(.cell-quantity, .cell-price, .cell-tax) input) {
  text-align: right;
}
.sheet :deep(td:is(.grip, .does)) {
  width: 1px;
}
.sheet :deep(.grip) {
  cursor: grab;
  color: var(--ink-soft);
}
.sheet :deep(td:is(.grip, .money)) {
  padding-top: 11px;
}
.sheet :deep(.does) {
  white-space: nowrap;
}
@media (max-width: 760px) {
  .sheet :deep(.line) {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 4px;
    height: auto;
    padding: 8px 0;
    border-bottom: 1px solid var(--hairline);
  }
  .sheet :deep(.line > td) {
    width: auto;
    border: 0;
    padding: 0;
  }
  .sheet :deep(.what) {
    grid-column: 1 / -1;
  }
  .sheet :deep(.grip) {
    display: none;
  }
}
</style>
