<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import { usePaper } from './usePaper'

/** Who stands where on a paper, and who is still to be said. */
defineProps<{ editable: boolean }>()
const binding = defineModel<string | null>('binding', { required: true })
const thisPaper = usePaper()
const { id, paper, busy } = storeToRefs(thisPaper)
const { act, load } = thisPaper
const who = ref<ContactView | null>(null)
const bind = (party: string) =>
  act(async () => {
    if (!who.value) return
    await api(`/api/papers/${id.value}`, { method: 'PATCH', body: { bind: { party, contactId: who.value.id } } })
    binding.value = null
    who.value = null
    await load()
  })
</script>

<template>
  <section id="parties" aria-label="Parties" class="gap">
    <h2>Parties</h2>
    <ul>
      <li v-for="s in paper.sheet" :key="s.party" class="person">
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
        <form v-if="binding === s.party" class="bind" @submit.prevent="bind(s.party)">
          <ClientPicker v-model="who" :label="`Who is the ${s.label.toLowerCase()}`" />
          <Button type="submit" :disabled="busy || !who">This is the {{ s.label.toLowerCase() }}</Button>
        </form>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.gap {
  margin-top: 20px;
}
.person {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  padding: 4px 0;
}
.bind {
  width: 100%;
  display: grid;
  gap: 8px;
}
</style>
