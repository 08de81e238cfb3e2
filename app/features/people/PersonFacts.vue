<script setup lang="ts">
import { LANGUAGE_NAMES } from '~~/shared/words'
import TagsField from '../tags/TagsField.vue'
import { usePerson } from './usePerson'

/** The facts of a person, each edited in place. */
const store = usePerson()
const { data: view } = storeToRefs(store)
const session = useSession()
const person = computed(() => view.value.person)
const fact = (key: string) => (value: string) => store.setFact({ [key]: value })
const languages = [
  { value: '', label: 'as the business writes' },
  ...Object.entries(LANGUAGE_NAMES).map(([value, label]) => ({ value, label })),
]
const saveLanguage = (value: string) => store.setFact({ language: value || null })
const saveTags = (tags: string[]) => store.setTags(tags).then(() => {})
</script>

<template>
  <section aria-label="Facts" class="grid gap-3">
    <p v-if="person.bounced" class="notice trouble" role="status">
      A letter to {{ person.email }} came back: {{ person.bounced }} Correct the address; what waits is sent again.
    </p>
    <dl :key="person.id">
      <EditFact label="Name" :value="person.name" :save="fact('name')" />
      <EditFact label="E-mail" :value="person.email" :save="fact('email')" />
      <EditFact label="Phone" :value="person.phone" :save="fact('phone')" />
      <EditFact label="Address" :value="person.address" type="textarea" :save="fact('address')" />
      <EditFact
        label="Language"
        :value="person.language ?? ''"
        :options="languages"
        :shown="person.language ? LANGUAGE_NAMES[person.language] : ''"
        :save="saveLanguage"
      />
      <EditFact
        v-if="person.kind === 'person'"
        label="Born"
        :value="person.born ?? ''"
        type="date"
        :shown="person.born ? dayWords(person.born, view.today) : ''"
        :save="fact('born')"
      />
      <EditFact
        v-if="person.kind === 'organisation'"
        label="Tax number"
        :value="person.taxNumber"
        :save="fact('taxNumber')"
      />
      <EditFact label="Notes" :value="person.notes" type="textarea" :save="fact('notes')" />
    </dl>
    <TagsField :tags="person.tags" of="person" :save="saveTags" />
    <div v-if="session.may('jobs')" class="grid gap-2">
      <label class="row"
        ><ToggleSwitch
          :model-value="person.supplier"
          @update:model-value="(on: boolean) => store.setFact({ supplier: on })"
        />
        Supplies us</label
      >
      <label v-if="session.may('money') && view.sums.jobs" class="row"
        ><ToggleSwitch
          :model-value="person.lateHold"
          @update:model-value="(on: boolean) => store.setFact({ lateHold: on })"
        />
        No reminders of what is late</label
      >
    </div>
  </section>
</template>
