<script setup lang="ts">
import { z } from 'zod'
import { type Minor, majorString } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import type { LibraryView } from '~~/shared/library'
import { pricedItem } from '~~/shared/starter'
import { typedPrice } from '~~/shared/typed'
import { useLibrary } from '~/features/library/useLibrary'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** What we sell: each item with its unit, price and tax. */
useHead({ title: 'What we sell · Upwold' })
type Item = LibraryView['catalogue'][number]
const library = useLibrary()
library.follow()
const business = useBusiness()
business.follow()
const session = useSession()
const locale = useLocale()
const notices = useNotices()
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
const rates = computed(() =>
  (business.data?.home.taxRates ?? []).map((r) => ({
    value: r.rate,
    label: [`${r.rate}%`, r.words].filter(Boolean).join(', '),
  })),
)
const schema = computed(() =>
  z.object({
    description: pricedItem.shape.description,
    unit: pricedItem.shape.unit,
    price: typedPrice(currency.value, locale.value),
    taxRate: pricedItem.shape.taxRate,
  }),
)
const editing = ref<Item | 'new' | null>(null)
const form = reactive({ description: '', unit: '', price: '', taxRate: '' })
function edit(item: Item | 'new'): void {
  const given =
    item === 'new'
      ? { description: '', unit: '', price: '', taxRate: rates.value[0]?.value ?? '0' }
      : { ...item, price: typedDecimal(majorString(item.unitPrice as Minor, currency.value), locale.value) }
  const { description, unit, price, taxRate } = given
  Object.assign(form, { description, unit, price, taxRate })
  editing.value = item
}
const send = (body: object, item: Item | 'new') =>
  item === 'new' ? api('/api/items', { method: 'POST', body }) : api(`/api/items/${item.id}`, { method: 'PUT', body })
async function keep({ price, ...rest }: z.output<typeof schema.value>) {
  const item = editing.value!
  const clientQuantity = item === 'new' ? null : item.clientQuantity
  await send({ ...rest, unitPrice: price, clientQuantity }, item)
  editing.value = null
  await library.load()
}
const { busy, act } = useAct()
const remove = (item: Item) =>
  act(async () => {
    await api(`/api/items/${item.id}`, { method: 'DELETE' })
    editing.value = null
    await library.load()
    const { description, unit, unitPrice, taxRate, clientQuantity } = item
    notices.say(`${description} is taken away. Lines that say it stay.`, {
      undo: async () => {
        await send({ description, unit, unitPrice, taxRate, clientQuantity }, 'new')
        await library.load()
      },
    })
  })
useRowKeys({ n: () => edit('new') })
useListKeys('In what we sell', [['n', 'a new item']])
</script>

<template>
  <SettingPage
    title="What we sell"
    :says="library.items.length ? `${library.items.length} items` : ''"
    :problem="library.problem"
  >
    <template #acts><Button @click="edit('new')">New item</Button></template>
    <Skeleton v-if="library.busy && !library.items.length" height="200px" />
    <ul v-else-if="library.items.length" class="ledger w-full" aria-label="Items">
      <li v-for="i in library.items" :key="i.id" class="row">
        <Button unstyled data-row class="name strong" @click="edit(i)">{{ i.description }}</Button>
        <span class="soft">{{ i.unit }}</span>
        <span class="soft small">{{ i.taxRate }}%</span>
        <span class="amount">{{ money(i.unitPrice, currency) }}</span>
      </li>
    </ul>
    <EmptyList v-else words="Nothing is sold yet. Lines can be written freely, too."
      ><Button @click="edit('new')">Say what we sell</Button></EmptyList
    >
    <Dialog
      :visible="!!editing"
      modal
      :header="editing === 'new' ? 'Something new' : 'What we sell'"
      :style="{ width: 'min(520px, 96vw)' }"
      :draggable="false"
      @update:visible="editing = null"
    >
      <FormOf v-slot="{ busy: sending }" class="grid gap-3" :schema="schema" :given="() => form" :send="keep">
        <FieldOf name="description" label="What it is"
          ><InputText v-model="form.description" maxlength="500" autofocus
        /></FieldOf>
        <div class="pairs">
          <FieldOf name="price" :label="`Price of one, in ${currency}`"
            ><InputText v-model="form.price" inputmode="decimal" maxlength="20"
          /></FieldOf>
          <FieldOf name="unit" label="Counted in"
            ><InputText v-model="form.unit" maxlength="20" placeholder="days, people, h"
          /></FieldOf>
        </div>
        <Choice v-model="form.taxRate" label="Tax" :options="rates" />
        <p class="acts">
          <Button type="submit" :disabled="sending">Keep this</Button>
          <Button v-if="editing && editing !== 'new'" variant="text" :disabled="busy" @click="remove(editing)"
            >Take it away</Button
          >
        </p>
      </FormOf>
    </Dialog>
    <template #effect>
      <h2>In a job</h2>
      <div class="card">
        <p class="soft small">Type a few letters in a line of a job</p>
        <p v-for="i in library.items.slice(0, 3)" :key="i.id" class="py-1">
          {{ i.description }} <span class="soft small block">{{ money(i.unitPrice, currency) }} {{ i.unit }}</span>
        </p>
      </div>
      <p class="soft small">Lines keep what they say when an item changes later.</p>
    </template>
  </SettingPage>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 90px 60px 120px;
  gap: 12px;
  align-items: center;
  min-height: 44px;
}
.name {
  border: 0;
  background: none;
  padding: 0;
  text-align: start;
  cursor: pointer;
}
.amount {
  text-align: end;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: minmax(0, 1fr) 110px;
    padding: 8px 0;
  }
}
</style>
