<script setup lang="ts">
import type { Brought, Changes, LibraryView } from '~~/shared/library'
import type { RowColumn } from '~/components/RowsTable.vue'
import { useLibrary } from '~/features/library/useLibrary'
import LinkList from '~/features/links/LinkList.vue'
import TemplateList from '~/features/library/TemplateList.vue'
import { INVOICE_COMES } from '~/features/settings/kindForm'
import BringIn from '~/features/writing/BringIn.vue'

/** What jobs and papers are made from. */
useHead({ title: 'Library · Upwold' })
const library = useLibrary()
library.follow()
const { problem } = storeToRefs(library)
const session = useSession()
const { busy, act } = useAct()

const PLACES = [
  ['templates', 'Templates'],
  ['clauses', 'Clauses'],
  ['items', 'Priced items'],
  ['kinds', 'Job kinds'],
  ['links', 'Standing links'],
] as const
const route = useRoute()
/** Which of them is shown stands in the address, so that it can be led to. */
const at = computed({
  get: () => PLACES.find(([key]) => key === route.query.at)?.[0] ?? 'templates',
  set: (to) => void navigateTo({ query: to === 'templates' ? {} : { at: to } }, { replace: true }),
})
type Clause = LibraryView['clauses'][number]
type Item = LibraryView['catalogue'][number]
type Kind = LibraryView['kinds'][number]
const clauseColumns: RowColumn<Clause>[] = [
  { key: 'name', header: 'Clause', text: (c) => c.name, always: true, order: (c) => c.name.toLowerCase() },
  { key: 'edition', header: 'Edition', text: (c) => String(c.edition), order: (c) => c.edition },
  {
    key: 'in',
    header: 'In',
    text: (c) => `${c.templates} ${c.templates === 1 ? 'template' : 'templates'}`,
    order: (c) => c.templates,
  },
]
const owner = computed(() => session.may('settings'))
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
const itemColumns: RowColumn<Item>[] = [
  { key: 'what', header: 'Item', text: (i) => i.description, always: true, order: (i) => i.description.toLowerCase() },
  { key: 'code', header: 'Code', text: (i) => i.code, order: (i) => i.code.toLowerCase() },
  { key: 'unit', header: 'Unit', text: (i) => i.unit, order: (i) => i.unit },
  {
    key: 'sets',
    header: 'Client sets',
    text: (i) => (i.clientQuantity ? `${i.clientQuantity.min} to ${i.clientQuantity.max}` : ''),
  },
  { key: 'tax', header: 'Tax', text: (i) => `${i.taxRate}%`, amount: true, order: (i) => Number(i.taxRate) },
  {
    key: 'price',
    header: 'Price',
    text: (i) => money(i.unitPrice, currency.value),
    amount: true,
    order: (i) => i.unitPrice,
  },
]
const kindColumns: RowColumn<Kind>[] = [
  { key: 'name', header: 'Kind', text: (k) => k.name, always: true, order: (k) => k.name.toLowerCase() },
  { key: 'plan', header: 'Paid', text: (k) => k.settings.plan.stages.map((s) => s.label).join(', then ') },
  { key: 'invoice', header: 'Invoice', text: (k) => INVOICE_COMES[k.settings.expects.invoice] },
  { key: 'facts', header: 'Asks for', text: (k) => k.settings.facts.map((f) => f.label.toLowerCase()).join(', ') },
]
const folder = ref<string | null>(null)
const list = ref<InstanceType<typeof TemplateList>>()

const make = () =>
  act(async () => await navigateTo(`/library/templates/${await library.makeTemplate(folder.value ?? '')}`))
const brought = ref<Brought | null>(null)
const file = ref<File | null>(null)
const refused = ref('')
const bring = (given: File, changes?: Changes) =>
  act(async () => {
    refused.value = ''
    try {
      brought.value = await library.bring(given, changes)
      file.value = given
    } catch (e) {
      refused.value = `${given.name}: ${wordsOf(e)}`
    }
  })
useRowKeys({ n: () => void make(), '/': () => list.value?.focus() })
useListKeys('In the Library', [['n', 'a new template']])
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Library</h1>
      <span class="soft">what jobs and papers are made from</span>
      <span class="grow" />
      <FilePick
        label="Bring in a file"
        name="A file to bring in"
        accept=".docx,.docm,.md,.markdown,.txt,.json"
        :disabled="busy"
        @picked="bring($event[0]!)"
      />
      <LinkButton to="/library/clauses/new">New clause</LinkButton>
      <Button :disabled="busy" @click="make">New template</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <p v-if="refused" class="notice trouble" role="alert">{{ refused }}</p>
    <Tabs v-model:value="at" scrollable>
      <TabList>
        <Tab v-for="[key, name] in PLACES" :key="key" :value="key">{{ name }}</Tab>
      </TabList>
      <TabPanels>
        <TabPanel value="templates"><TemplateList ref="list" v-model:folder="folder" /></TabPanel>
        <TabPanel value="clauses">
          <RowsTable name="clauses" :rows="library.clauses" :columns="clauseColumns" :busy="library.busy">
            <template #name="{ row: c }"
              ><NuxtLink data-row :to="`/library/clauses/${c.id}`" class="strong">{{ c.name }}</NuxtLink></template
            >
            <template #empty
              ><EmptyList v-if="!library.busy" words="Text that several templates share is kept here."
                ><LinkButton main to="/library/clauses/new">Write the first clause</LinkButton></EmptyList
              ></template
            >
          </RowsTable>
        </TabPanel>
        <TabPanel value="items">
          <p v-if="owner" class="mb-2"><NuxtLink to="/settings/items">Change what we sell</NuxtLink></p>
          <RowsTable name="items" :rows="library.items" :columns="itemColumns" :busy="library.busy">
            <template #empty
              ><EmptyList v-if="!library.busy" words="No priced items yet."
                ><LinkButton v-if="owner" main to="/settings/items">Say what you sell</LinkButton></EmptyList
              ></template
            >
          </RowsTable>
        </TabPanel>
        <TabPanel value="links"><LinkList v-if="at === 'links'" /></TabPanel>
        <TabPanel value="kinds">
          <p v-if="owner" class="mb-2"><NuxtLink to="/settings/kinds">Change what kinds of job we do</NuxtLink></p>
          <RowsTable name="kinds" :rows="library.kinds" :columns="kindColumns" :busy="library.busy">
            <template #empty><EmptyList v-if="!library.busy" words="No job kinds yet." /></template>
          </RowsTable>
        </TabPanel>
      </TabPanels>
    </Tabs>
    <BringIn
      v-if="brought && file"
      :brought="brought"
      :busy="busy"
      @again="bring(file, $event)"
      @close="brought = null"
    />
  </div>
</template>
