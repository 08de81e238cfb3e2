<script setup lang="ts">
import { priceOn } from '~~/core/items/item'
import type { LibraryView } from '~~/shared/library'
import { searchable } from '~~/shared/text'
import { useLibrary } from '~/features/library/useLibrary'
import ItemDialog from '~/features/settings/ItemDialog.vue'
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
const notices = useNotices()
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
const rates = computed(() =>
  (business.data?.home.taxRates ?? []).map((r) => ({
    value: r.rate,
    label: [`${r.rate}%`, r.words].filter(Boolean).join(', '),
  })),
)
const groups = computed(() => [...new Set(library.items.map((i) => i.group).filter(Boolean))].sort())
const sought = ref('')
/** Items under their groups, those of none first. */
const shown = computed(() => {
  const found = library.items.filter((i) => searchable(i.description, i.code).includes(searchable(sought.value)))
  return ['', ...groups.value]
    .map((group) => ({ group, items: found.filter((i) => i.group === group) }))
    .filter((g) => g.items.length)
})
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const price = (i: Item) => money(priceOn(i, null, today), currency.value)
const editing = ref<Item | 'new' | null>(null)
const add = (body: object) => api('/api/items', { method: 'POST', body })
async function keep(body: object, headers: Record<string, string>) {
  const item = editing.value!
  await (item === 'new' ? add(body) : api(`/api/items/${item.id}`, { method: 'PUT', body, headers }))
  editing.value = null
  await library.load()
}
const { act } = useAct()
const remove = (item: Item) =>
  act(async () => {
    await api(`/api/items/${item.id}`, { method: 'DELETE' })
    editing.value = null
    await library.load()
    const { id: _, position: __, ...given } = item
    notices.say(`${item.description} is taken away. Lines that say it stay.`, {
      undo: async () => {
        await add(given)
        await library.load()
      },
    })
  })
useRowKeys({ n: () => void (editing.value = 'new') })
useListKeys('In what we sell', [['n', 'a new item']])
</script>

<template>
  <SettingPage
    title="What we sell"
    :says="library.items.length ? `${library.items.length} items` : ''"
    :problem="library.problem"
  >
    <template #acts><Button @click="editing = 'new'">New item</Button></template>
    <p class="acts mb-3">
      <InputText
        v-if="library.items.length > 12"
        v-model="sought"
        type="search"
        placeholder="Find an item"
        aria-label="Find an item"
      />
      <NuxtLink to="/bring-items">Bring items in from a table</NuxtLink>
      <a v-if="library.items.length" href="/api/items/export" download>All of them as a table</a>
    </p>
    <Skeleton v-if="library.busy && !library.items.length" height="200px" />
    <template v-else-if="library.items.length">
      <section v-for="g in shown" :key="g.group" class="mb-4">
        <h2 v-if="g.group" class="mb-1">{{ g.group }}</h2>
        <ul class="ledger w-full" :aria-label="g.group || 'Items'">
          <li
            v-for="i in g.items"
            :key="i.id"
            class="grid gap-3 items-center min-h-11 py-2 grid-cols-[minmax(0,1fr)_110px] phone:py-0 phone:grid-cols-[minmax(0,1fr)_90px_60px_120px]"
          >
            <span class="flex gap-3 items-center"
              ><img
                v-if="i.picture"
                class="w-9 h-9 object-cover border border-hairline"
                :src="`/api/look/${i.picture}`"
                alt=""
              /><Button
                unstyled
                data-row
                class="strong border-0 bg-transparent p-0 text-start cursor-pointer wrap-anywhere"
                @click="editing = i"
                >{{ i.description }}</Button
              ><span v-if="i.code" class="soft small ml-2">{{ i.code }}</span></span
            >
            <span class="soft">{{ i.unit }}</span>
            <span class="soft small">{{ i.taxRate }}%</span>
            <span class="text-end tabular-nums">{{ price(i) }}</span>
          </li>
        </ul>
      </section>
      <p v-if="!shown.length" class="soft">Nothing is called that.</p>
    </template>
    <EmptyList v-else words="Nothing is sold yet. Lines can be written freely, too."
      ><Button @click="editing = 'new'">Say what we sell</Button></EmptyList
    >
    <ItemDialog
      v-if="editing"
      :item="editing === 'new' ? null : editing"
      :currency="currency"
      :rates="rates"
      :groups="groups"
      :items="library.items"
      :keep="keep"
      @close="editing = null"
      @remove="remove"
    />
    <template #effect>
      <h2>In a job</h2>
      <div class="card">
        <p class="soft small">Type a few letters, or a code, in a line of a job</p>
        <p v-for="i in library.items.slice(0, 3)" :key="i.id" class="py-1">
          {{ i.description }} <span class="soft small block">{{ price(i) }} {{ i.unit }}</span>
        </p>
      </div>
      <p class="soft small">Lines keep what they say when an item changes later.</p>
    </template>
  </SettingPage>
</template>
