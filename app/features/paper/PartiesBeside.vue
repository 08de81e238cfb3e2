<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import { changePaper } from '~~/shared/papers'
import { usePaper } from './usePaper'

/** Who stands where on a paper, and who is still to be said. */
defineProps<{ editable: boolean }>()
const binding = defineModel<string | null>('binding', { required: true })
const thisPaper = usePaper()
const { paper } = storeToRefs(thisPaper)
const who = ref<ContactView | null>(null)
const given = (party: string) => ({ bind: { party, contactId: who.value?.id } })
async function bind(body: object) {
  await thisPaper.set(body)
  binding.value = null
  who.value = null
}
</script>

<template>
  <section id="parties" aria-label="Parties" class="gap">
    <h2>Parties</h2>
    <ul>
      <li v-for="s in paper.sheet" :key="s.party" class="person flex flex-wrap gap-y-1 gap-x-2 items-center py-1 px-0">
        <span class="party" :class="`party-${((s.number - 1) % 4) + 1}`">{{ s.number }}</span>
        <span :class="{ bad: !s.name }">{{
          s.name ? `${s.name}, ${s.label.toLowerCase()}` : `nobody yet, ${s.label.toLowerCase()}`
        }}</span>
        <Button
          v-if="editable && !s.member"
          size="small"
          variant="text"
          :aria-expanded="binding === s.party"
          @click="binding = binding === s.party ? null : s.party"
        >
          {{ s.name ? 'Change' : 'Say who' }}
        </Button>
        <FormOf
          v-if="binding === s.party"
          v-slot="{ busy }"
          class="w-full grid gap-2"
          :schema="changePaper"
          :given="() => given(s.party)"
          :send="bind"
        >
          <FieldOf name="bind"><ClientPicker v-model="who" :label="`Who is the ${s.label.toLowerCase()}`" /></FieldOf>
          <Button type="submit" :disabled="busy">This is the {{ s.label.toLowerCase() }}</Button>
        </FormOf>
      </li>
    </ul>
  </section>
</template>
