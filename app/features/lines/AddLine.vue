<script setup lang="ts">
import { dayOf } from '~~/core/calendar/dates'
import { priceOn } from '~~/core/items/item'
import type { Minor } from '~~/core/money/money'
import type { PricedLine } from '~~/core/pricing/pricing'
import { searchable } from '~~/shared/text'
import type { LibraryView } from '~~/shared/library'
import { lineOfItem, newLine } from './newLine'
import { useLibrary } from '~/features/library/useLibrary'

/** Adds a priced line: a priced item of the library while one types, or one's own words. */
const props = defineProps<{ currency: string; day?: string | null }>()
const emit = defineEmits<{ add: [line: PricedLine] }>()
const library = useLibrary()
library.follow()
const session = useSession()
type Item = LibraryView['catalogue'][number]
/** The last row: what was typed, as a line of one's own. */
type Own = Pick<Item, 'id' | 'description'>
const look = async (text: string): Promise<(Item | Own)[]> => [
  ...library.items.filter((i) => searchable(i.description, i.code).includes(searchable(text))),
  { id: '', description: text },
]
const now = useNow()
const today = computed(() => dayOf(now.value, session.data?.business?.timeZone ?? 'UTC'))
/** What it costs on the day of the job. */
const priceNow = (i: Item) => priceOn(i, props.day ?? null, today.value)
const priceOf = (i: Item) => `${money(priceNow(i), props.currency)}${i.unit ? ` a ${i.unit.replace(/s$/, '')}` : ''}`
const ownWords = (text: string) => (text ? `“${text.slice(0, 60)}”, a line of your own` : 'A line of your own')
const wordsOfOption = (i: Item | Own) => (i.id ? `${i.description}, ${priceOf(i as Item)}` : ownWords(i.description))
function add(option: Item | Own, typed: string) {
  const key = `l${newKey().slice(0, 8)}`
  if (!option.id) {
    const taxRate = session.data?.business?.taxRate ?? '20'
    return emit('add', newLine({ key, description: typed, quantity: '1', unitPrice: 0 as Minor, taxRate }))
  }
  const item = option as Item
  const quantity = item.clientQuantity?.min ?? '1'
  emit('add', lineOfItem(item, { key, quantity, unitPrice: priceNow(item) }))
}
</script>

<template>
  <LookUp
    class="adder w-[min(420px,100%)]"
    label="Add a line"
    placeholder="Add a line: an item, or your own words"
    :look="look"
    :words="wordsOfOption"
    start=""
    @chosen="add"
  >
    <template #option="{ option: i }">
      <template v-if="i.id"
        ><span class="ellipsis">{{ i.description }}</span>
        <span class="soft small">{{ priceOf(i as Item) }}</span></template
      >
      <b v-else>{{ ownWords(i.description) }}</b>
    </template>
  </LookUp>
</template>
