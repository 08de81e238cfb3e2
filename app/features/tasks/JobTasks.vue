<script setup lang="ts">
import { useMembers } from '../settings/useSettings'
import { useJob } from '../job/useJob'
import TaskRow from './TaskRow.vue'
import { useTasks } from './useTasks'

/** What is to be done on this job, and what was. */
const { job } = storeToRefs(useJob())
const tasks = useTasks()
tasks.job = job.value.id
tasks.follow()
void tasks.load()
useMembers().follow()
const { tasks: all } = storeToRefs(tasks)
</script>

<template>
  <section v-if="all.length" aria-labelledby="job-tasks">
    <h2 id="job-tasks">To do</h2>
    <ul class="ledger w-full" aria-label="To do on this job">
      <TaskRow v-for="t in all" :key="t.id" :task="t" bare />
    </ul>
  </section>
</template>
