<script setup lang="ts">
import { dayOf } from '~~/core/calendar/dates'
import { priceOn } from '~~/core/items/item'
import type { Minor } from '~~/core/money/money'
import { settled } from '~~/core/pricing/breaks'
import type { PricedLine } from '~~/core/pricing/pricing'
import { searchable } from '~~/shared/text'
import type { LibraryView } from '~~/shared/library'
import { newLine, ofItem } from './newLine'
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
  const item = option.id ? (option as Item) : null
  emit(
    'add',
    settled(
      newLine({
        ...(item ? ofItem(item) : {}),
        key: `l${newKey().slice(0, 8)}`,
        description: item?.description ?? typed,
        quantity: item?.clientQuantity?.min ?? '1',
        unitPrice: item ? priceNow(item) : (0 as Minor),
        ...(item?.breaks.length
          ? { breaks: item.breaks.map((b, i) => (i ? b : { ...b, unitPrice: priceNow(item) })) }
          : {}),
        taxRate: item?.taxRate ?? session.data?.business?.taxRate ?? '20',
      }),
    ),
  )
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
