<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import type { PeopleKind } from '~~/shared/people'
import type { RowColumn } from '~/components/RowsTable.vue'
import NewPerson from '~/features/people/NewPerson.vue'
import { usePeople } from '~/features/people/usePeople'
import TagFilter from '~/features/tags/TagFilter.vue'

useHead({ title: 'People · Upwold' })
const search = ref<{ $el: HTMLInputElement }>()
const people = usePeople()
const session = useSession()
const { find, tag, as, rows, more, busy, problem } = storeToRefs(people)
find.value = String(useRoute().query.find ?? '')
people.follow()
const adding = ref(false)
const begin = () => {
  adding.value = session.may('jobs') || session.may('desk')
}
useRowKeys({ '/': () => search.value?.$el.focus(), n: begin })
useListKeys('In the list of people', [['n', 'someone new']])
const WHO: { value: PeopleKind | ''; label: string }[] = [
  { value: '', label: 'Everybody' },
  { value: 'client', label: 'Clients' },
  { value: 'guest', label: 'Guests' },
  { value: 'supplier', label: 'Suppliers' },
  { value: 'member', label: 'Who works here' },
  { value: 'organisation', label: 'Organisations' },
]
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
      <span class="grow" /><LinkButton v-if="session.may('jobs')" to="/bring-people">Bring people in</LinkButton>
      <Button v-if="session.may('jobs') || session.may('desk')" @click="begin">Someone new <kbd>n</kbd></Button>
    </div>
    <div class="flex flex-wrap gap-2.5 items-center mb-2.5">
      <div class="w-44"><Choice v-model="as" aria-label="Who" :options="WHO" /></div>
      <TagFilter v-model="tag" of="person" />
      <label class="flex-1 min-w-55 max-w-85 ml-auto"
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
        ><NuxtLink :to="`/people/${c.id}`" data-row class="strong font-semibold">{{ c.name }}</NuxtLink></template
      >
      <template #email="{ row: c }"
        ><span class="inline-flex gap-2 items-center"
          >{{ c.email
          }}<span v-if="c.bounced" class="inline-flex gap-1 items-center small"
            ><StopMark state="trouble" :size="14" />came back</span
          ></span
        ></template
      >
      <template #phone="{ row: c }"
        ><span class="soft">{{ c.phone }}</span></template
      >
      <template #empty
        ><EmptyList v-if="!busy" :words="find ? 'Nobody is called that.' : 'Nobody is here yet.'"
          ><Button v-if="session.may('jobs')" variant="outlined" @click="begin">Someone new</Button></EmptyList
        ></template
      >
    </RowsTable>
    <NewPerson v-model:open="adding" @made="(id) => navigateTo(`/people/${id}`)" />
  </div>
</template>
