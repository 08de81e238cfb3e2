<script setup lang="ts">
import { useLink } from './useLink'

/** Where answers go in the record. */
const link = useLink()
const { draft, view } = storeToRefs(link)
const settings = computed(() => draft.value!.settings)
const options = computed(() => [
  { value: '', label: 'stays with the answer' },
  ...view.value!.homes.map((h) => ({
    value: h.key,
    label: `${h.key.startsWith('person.') ? 'Person' : 'Job'}, ${h.label.toLowerCase()}`,
  })),
])
const proposed = computed(() => Object.keys(view.value!.proposedHome).length)
const set = (key: string, to: string) =>
  link.set((d) => {
    if (to) d.settings.home[key] = to
    else delete d.settings.home[key]
  })
</script>

<template>
  <section aria-labelledby="home-panel">
    <h2 id="home-panel">And back to the record</h2>
    <p class="soft small mb-2">
      Facts of a job stand in it from the start; those of a person go home when everybody has signed. What a record says
      already is never written over: you are told.
    </p>
    <p v-if="!settings.questions.length">
      The form asks nothing yet, so there is nothing to bring home but who they are.
    </p>
    <p v-if="proposed" class="mb-2">
      <Button variant="outlined" size="small" @click="link.takeProposed()"
        >Take over {{ proposed }} {{ proposed === 1 ? 'proposal' : 'proposals' }}</Button
      >
    </p>
    <ul class="rows" aria-label="Where answers go">
      <li v-for="q in settings.questions" :key="q.key" class="row">
        <span>{{ q.label }}</span>
        <span aria-hidden="true">→</span>
        <Choice
          :aria-label="`Where “${q.label}” goes`"
          :model-value="settings.home[q.key] ?? ''"
          :options="options"
          @update:model-value="set(q.key, $event)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.rows {
  list-style: none;
  padding: 0;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 24px minmax(0, 260px);
  gap: 8px;
  align-items: center;
  min-height: 52px;
  border-bottom: 1px solid var(--hairline);
}
</style>
