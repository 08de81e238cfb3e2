<script setup lang="ts">
import { useLibrary } from '~/features/library/useLibrary'
import { useNewJob } from './useNewJob'

/** The facts of a job that is being made. What can be read in several ways has each beside its field. */
defineProps<{ today: string }>()
const job = useNewJob()
const { record, client, newcomer, kind, read } = storeToRefs(job)
const { touch, moment } = job
const library = useLibrary()
const zones = Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z }))
watch(
  () => record.value.starts,
  () => job.endUsually(),
)
const kinds = computed(() => library.kinds.map((k) => ({ value: k.id, label: k.name })))
const kindChoices = computed(() => kinds.value.filter((k) => read.value?.kind.or.includes(k.value)))
/** The other one that could be the client: whom they write for. */
const firm = computed(() => {
  const { name, organisation } = read.value ?? {}
  const other = newcomer.value.kind === 'person' ? organisation?.value : name?.value
  return other && other !== newcomer.value.name ? other : ''
})
function swap(): void {
  touch('client')
  newcomer.value = {
    ...newcomer.value,
    name: firm.value,
    kind: newcomer.value.kind === 'person' ? 'organisation' : 'person',
  }
}
function choose<K extends 'starts' | 'people' | 'kindId'>(key: K, value: (typeof record.value)[K]): void {
  touch(key === 'kindId' ? 'kind' : key)
  record.value[key] = value
}
function say(fact: string, value: string): void {
  touch(`fact ${fact}`)
  record.value.facts[fact] = value
}
const wordsOfDay = (d: string, today: string) => (d.includes('T') ? spanWords(d, null, today) : dayWords(d, today))
/** Someone new, as the enquiry has them; otherwise a contact is looked for. */
const isNew = computed(() => !client.value && !!newcomer.value.name)
</script>

<template>
  <div class="grid phone:grid-cols-2 gap-y-3.5 gap-x-5 content-start">
    <FieldOf name="kindId" data-fact="kind">
      <Choice
        v-model="record.kindId"
        label="Kind"
        placeholder="Which kind of job?"
        :options="kinds"
        @update:model-value="touch('kind')"
      />
      <p v-if="kindChoices.length && !record.kindId" class="acts mt-1">
        <Button
          v-for="k in kindChoices"
          :key="k.value"
          class="slim"
          variant="outlined"
          @click="choose('kindId', k.value)"
          >{{ k.label }}</Button
        >
      </p>
    </FieldOf>
    <FieldOf name="title" label="Title"
      ><InputText v-model="record.title" placeholder="Filled from the client if left empty"
    /></FieldOf>
    <div v-if="isNew" class="col-span-full grid gap-2" data-fact="client">
      <div class="grid grid-cols-[repeat(auto-fit,minmax(160px,1fr))] gap-y-2 gap-x-3">
        <FieldOf name="client.name" :label="newcomer.kind === 'person' ? 'Client, new' : 'Client, a new organisation'"
          ><InputText v-model="newcomer.name" maxlength="200" @update:model-value="touch('client')"
        /></FieldOf>
        <FieldOf name="client.email" label="E-mail"
          ><InputText v-model="newcomer.email" type="email" maxlength="320" @update:model-value="touch('client')"
        /></FieldOf>
        <FieldOf name="client.phone" label="Phone"
          ><InputText v-model="newcomer.phone" type="tel" maxlength="40" @update:model-value="touch('client')"
        /></FieldOf>
      </div>
      <p class="acts">
        <Button v-if="firm" class="slim" variant="outlined" @click="swap">or {{ firm }}</Button>
        <Button
          class="slim"
          variant="text"
          @click="
            () => {
              touch('client')
              newcomer.name = ''
            }
          "
          >Somebody I know already…</Button
        >
      </p>
    </div>
    <FieldOf v-else name="clientId" class="col-span-full" data-fact="client">
      <ClientPicker v-model="client" label="Client" @update:model-value="touch('client')" />
      <span v-if="client && read?.known === client.id" class="soft small">known already</span>
    </FieldOf>
    <div data-fact="starts">
      <FieldOf name="starts" label="Begins"
        ><WhenField v-model="record.starts" kind="moment" @update:model-value="touch('starts')"
      /></FieldOf>
      <p v-if="read?.starts.or.length" class="acts mt-1">
        <Button
          v-for="d in read.starts.or"
          :key="d"
          class="slim"
          :variant="record.starts === moment(d) ? undefined : 'outlined'"
          @click="choose('starts', moment(d))"
          >{{ wordsOfDay(d, today) }}</Button
        >
      </p>
    </div>
    <FieldOf name="ends" label="Ends" data-fact="ends"
      ><WhenField v-model="record.ends" kind="moment" @update:model-value="touch('ends')"
    /></FieldOf>
    <FieldOf name="place" label="Where" class="col-span-full" data-fact="place"
      ><InputText v-model="record.place" maxlength="500" @update:model-value="touch('place')"
    /></FieldOf>
    <div data-fact="people">
      <FieldOf name="people" label="Number of people">
        <InputNumber v-model="record.people" :use-grouping="false" :min="0" @update:model-value="touch('people')"
      /></FieldOf>
      <p v-if="read?.people.or.length" class="acts mt-1">
        <Button v-for="n in read.people.or" :key="n" class="slim" variant="outlined" @click="choose('people', n)">{{
          n
        }}</Button>
      </p>
    </div>
    <Choice v-model="record.timeZone" label="Time zone" :options="zones" />
    <div v-for="f in kind?.settings.facts" :key="f.key" :data-fact="`fact ${f.key}`">
      <Choice
        v-if="factOptions(f, record.facts[f.key] ?? '')"
        :model-value="record.facts[f.key] ?? ''"
        :label="f.label"
        :options="factOptions(f, record.facts[f.key] ?? '')!"
        @update:model-value="say(f.key, $event)"
      />
      <FieldOf v-else :name="`facts.${f.key}`" :label="f.unit ? `${f.label}, ${f.unit}` : f.label"
        ><FactInput
          :type="factControl(f)"
          :model-value="record.facts[f.key] ?? ''"
          @update:model-value="say(f.key, $event)"
      /></FieldOf>
    </div>
    <label class="field col-span-full" data-fact="notes"
      ><span>Notes, for you alone</span
      ><Textarea v-model="record.notes" auto-resize rows="2" @update:model-value="touch('notes')" />
    </label>
  </div>
</template>
