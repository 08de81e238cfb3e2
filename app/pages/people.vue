<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import type { RowColumn } from '~/components/RowsTable.vue'
import { type ContactFact, usePeople } from '~/features/people/usePeople'

useHead({ title: 'People · Upwold' })
const search = ref<{ $el: HTMLInputElement }>()
const people = usePeople()
const { find, rows, more, busy, problem } = storeToRefs(people)
find.value = String(useRoute().query.find ?? '')
people.follow()
useRowKeys({ '/': () => search.value?.$el.focus() })
useListKeys('In the list of people')
const save = (c: ContactView, key: ContactFact) => (v: string) => people.setFact(c.id, key, v)
const shown = ref('')
const person = computed(() => rows.value.find((c) => c.id === shown.value))
const open = ref(false)
function show(c: ContactView): void {
  shown.value = c.id
  open.value = true
}
const columns: RowColumn<ContactView>[] = [
  { key: 'name', header: 'Name', text: (c) => c.name, always: true },
  { key: 'email', header: 'E-mail', text: (c) => c.email },
  { key: 'phone', header: 'Phone', text: (c) => c.phone },
  { key: 'address', header: 'Address', text: (c) => c.address },
]
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>People</h1>
      <span class="grow" /><label class="w-75"
        ><span class="sr">Search people</span
        ><InputText
          ref="search"
          v-model="find"
          type="search"
          placeholder="Search  ( / )"
          @keydown.enter.prevent="toFirstRow"
          @keydown.down.prevent="toFirstRow"
      /></label>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <RowsTable name="people" :rows="rows" :columns="columns" :busy="busy" :more="more" @more="people.showMore()">
      <template #name="{ row: c }"
        ><Button
          unstyled
          class="hover:underline border-0 bg-transparent py-2 px-0 font-semibold text-left cursor-pointer"
          data-row
          aria-haspopup="dialog"
          @click="show(c)"
          >{{ c.name }}</Button
        ></template
      >
      <template #phone="{ row: c }"
        ><span class="soft">{{ c.phone }}</span></template
      >
      <template #empty><EmptyList v-if="!busy" words="Nobody is called that." /></template>
    </RowsTable>
    <Drawer v-model:visible="open" :header="person?.name" position="right" :style="{ width: 'min(460px, 100vw)' }">
      <dl v-if="person" :key="person.id">
        <EditFact label="Name" :value="person.name" :save="save(person, 'name')" />
        <EditFact label="E-mail" :value="person.email" :save="save(person, 'email')" />
        <EditFact label="Phone" :value="person.phone" :save="save(person, 'phone')" />
        <EditFact label="Address" :value="person.address" type="textarea" :save="save(person, 'address')" />
      </dl>
    </Drawer>
  </div>
</template>
