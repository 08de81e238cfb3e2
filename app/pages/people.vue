<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import { LANGUAGE_NAMES } from '~~/shared/words'
import type { PastVisit } from '~~/shared/out/desk'
import TagFilter from '~/features/tags/TagFilter.vue'
import TagsField from '~/features/tags/TagsField.vue'
import type { RowColumn } from '~/components/RowsTable.vue'
import { type ContactFact, usePeople } from '~/features/people/usePeople'

useHead({ title: 'People · Upwold' })
const search = ref<{ $el: HTMLInputElement }>()
const people = usePeople()
const session = useSession()
const { find, tag, rows, more, busy, problem } = storeToRefs(people)
find.value = String(useRoute().query.find ?? '')
people.follow()
useRowKeys({ '/': () => search.value?.$el.focus() })
useListKeys('In the list of people')
const save = (c: ContactView, key: ContactFact) => (v: string) => people.setFact(c.id, key, v)
const shown = ref('')
const person = computed(() => rows.value.find((c) => c.id === shown.value))
const open = ref(false)
/** The visits of whoever is shown. */
const visits = ref<PastVisit[]>([])
/** The tags of whoever is shown. */
const tags = ref<string[]>([])
async function saveTags(now: string[]) {
  tags.value = await people.saveTags(shown.value, now)
}
function show(c: ContactView): void {
  shown.value = c.id
  open.value = true
  visits.value = []
  tags.value = []
  void people
    .tagsOf(c.id)
    .then((all) => c.id === shown.value && (tags.value = all))
    .catch(notices.trouble)
  void api<PastVisit[]>(`/api/contacts/${c.id}/visits`)
    .then((all) => c.id === shown.value && (visits.value = all))
    .catch(notices.trouble)
}
const { busy: forgetting, act } = useAct()
const asking = useAsking()
const notices = useNotices()
/** What has to be kept with their name, in words. */
const keptWords = ({ papers, invoices }: { papers: number; invoices: number }) =>
  [
    papers ? `${papers} signed ${papers === 1 ? 'paper' : 'papers'}` : '',
    invoices ? `${invoices} ${invoices === 1 ? 'invoice' : 'invoices'}` : '',
  ]
    .filter(Boolean)
    .join(' and ')
const forget = (c: ContactView) =>
  act(async () => {
    const { against, kept } = await people.lookAtForgetting(c.id)
    if (against.length) throw new Error(against.join(' '))
    const stays = keptWords(kept)
    const words = `Forget ${c.name}? Name, addresses and what was written to them go, for good.${stays ? ` ${stays} stay with their name, as the law asks.` : ''}`
    if (!(await asking.ask(words, 'Forget them'))) return
    await people.forget(c.id)
    open.value = false
    notices.say('Forgotten.')
  })
const sendStatement = (c: ContactView) =>
  act(async () => {
    await api(`/api/contacts/${c.id}/statement`, { method: 'POST', body: { from: null, key: newKey() } })
    notices.say(`The statement goes to ${c.email}.`)
  })
const languages = [
  { value: '', label: 'as the business writes' },
  ...Object.entries(LANGUAGE_NAMES).map(([value, label]) => ({ value, label })),
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
      <TagFilter v-model="tag" of="person" />
      <label class="w-75"
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
      <template #empty><EmptyList v-if="!busy" words="Nobody is called that." /></template>
    </RowsTable>
    <Drawer
      v-model:visible="open"
      :header="person?.name"
      :aria-label="person?.name"
      position="right"
      :style="{ width: 'min(460px, 100vw)' }"
    >
      <TagsField v-if="person" :key="`tags-${person.id}`" :tags="tags" of="person" :save="saveTags" class="mb-3" />
      <p v-if="person?.bounced" class="notice trouble mb-3" role="status">
        A letter to {{ person.email }} came back: {{ person.bounced }} Correct the address; what waits is sent again.
      </p>
      <dl v-if="person" :key="person.id">
        <EditFact label="Name" :value="person.name" :save="save(person, 'name')" />
        <EditFact label="E-mail" :value="person.email" :save="save(person, 'email')" />
        <EditFact label="Phone" :value="person.phone" :save="save(person, 'phone')" />
        <EditFact label="Address" :value="person.address" type="textarea" :save="save(person, 'address')" />
        <EditFact label="Tax number" :value="person.taxNumber" :save="save(person, 'taxNumber')" />
        <EditFact
          label="Language"
          :value="person.language ?? ''"
          :options="languages"
          :shown="person.language ? LANGUAGE_NAMES[person.language] : ''"
          :save="save(person, 'language')"
        />
      </dl>
      <div v-if="person && session.may('money')" class="grid gap-2 mt-4">
        <h3>What is open between you</h3>
        <p class="acts">
          <a :href="`/api/contacts/${person.id}/statement`" target="_blank">Statement (PDF)</a>
          <Button
            v-if="session.may('book') && person.email"
            variant="outlined"
            size="small"
            :disabled="forgetting"
            @click="sendStatement(person)"
            >Send it to them</Button
          >
        </p>
        <label v-if="session.may('jobs')" class="row"
          ><ToggleSwitch
            :model-value="person.lateHold"
            @update:model-value="(on: boolean) => people.hold(person!.id, on)"
          />
          No reminders of what is late</label
        >
      </div>
      <section v-if="person && visits.length" aria-labelledby="visits" class="mt-4">
        <h3 id="visits">Visits</h3>
        <ul class="ledger">
          <li v-for="v in visits" :key="v.jobId" class="py-1.5">
            <NuxtLink :to="`/jobs/${v.jobId}`">{{ v.title }}</NuxtLink>
            <span class="soft small block"
              >{{ v.day }}, {{ v.state }}, {{ v.by }}{{ v.words ? `: ${v.words}` : '' }}</span
            >
          </li>
        </ul>
      </section>
      <p v-if="person && session.may('settings')" class="acts mt-4">
        <a :href="`/api/contacts/${person.id}/data`" :download="`${person.name}.json`"
          >All there is of them, as a file</a
        >
        <Button variant="text" size="small" :disabled="forgetting" @click="forget(person)">Forget them…</Button>
      </p>
    </Drawer>
  </div>
</template>
