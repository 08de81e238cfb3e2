<script setup lang="ts">
import { useMembers } from '../settings/useSettings'
import TaskNew from './TaskNew.vue'
import TaskRow from './TaskRow.vue'
import { useTasks } from './useTasks'

/** What there is to do, on Today: one's own, or everybody's with how much each has. */
const tasks = useTasks()
tasks.job = ''
tasks.follow()
useMembers().follow()
const { data, tasks: all, whose } = storeToRefs(tasks)
const SHORT = 5
const whole = ref(false)
const shown = computed(() => (whole.value ? all.value : all.value.slice(0, SHORT)))
const adding = ref(false)
const chosen = computed({ get: () => whose.value, set: (to) => void tasks.show({ whose: to }) })
const load = computed(() =>
  (data.value?.open ?? []).map((o) => `${o.id ? o.name.split(' ')[0] : 'whoever has time'} ${o.n}`).join(' · '),
)
</script>

<template>
  <section aria-labelledby="tasks-head" class="mb-6">
    <div class="section-head flex flex-wrap gap-2.5 items-center">
      <h2 id="tasks-head">To do</h2>
      <span class="small strong">{{ all.length }}</span>
      <span class="grow" />
      <OneOf
        v-model="chosen"
        label="Whose tasks"
        :options="[
          { value: 'mine', label: 'Mine' },
          { value: 'all', label: 'Everybody’s' },
        ]"
      />
      <Button size="small" variant="outlined" :aria-expanded="adding" @click="adding = !adding">A task</Button>
    </div>
    <p v-if="whose === 'all' && load" class="soft small">{{ load }}</p>
    <TaskNew v-if="adding" @done="adding = false" />
    <ul class="ledger w-full" aria-label="To do">
      <TaskRow v-for="t in shown" :key="t.id" :task="t" />
      <li v-if="data && !all.length" class="none soft">Nothing to do but what waits above.</li>
    </ul>
    <Button v-if="all.length > SHORT" size="small" variant="text" @click="whole = !whole">{{
      whole ? 'Show fewer' : `Show ${all.length - SHORT} more`
    }}</Button>
  </section>
</template>
