<script setup lang="ts">
import JobAdd from '~/features/job/JobAdd.vue'
import JobGuests from '~/features/job/JobGuests.vue'
import JobLines from '~/features/job/JobLines.vue'
import JobNext from '~/features/job/JobNext.vue'
import JobRecord from '~/features/job/JobRecord.vue'
import JobThread from '~/features/job/JobThread.vue'
import { useJob } from '~/features/job/useJob'

/** A job: its line on top, the record at the left, papers and events in the middle, the next step at the right. */
const choosingClient = ref(false)
const id = String(useRoute().params.id)
const thisJob = useJob()
const { job, problem } = storeToRefs(thisJob)
await thisJob.open(id)
useHead({ title: () => `${job.value?.title.slice(0, 60) ?? 'Job'} · Upwold` })

const facts = computed(() =>
  [
    spanWords(job.value.starts, job.value.ends, job.value.today),
    job.value.place,
    job.value.people ? `${job.value.people} people` : '',
    job.value.starts ? away(job.value.starts.slice(0, 10), job.value.today) : '',
  ].filter(Boolean),
)
const hasGuests = computed(() => job.value.guests.length > 0 || job.value.kind.waivers)
</script>

<template>
  <p v-if="problem" class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
  <div v-if="job">
    <header class="top">
      <div class="head">
        <h1 class="title">{{ job.title }}</h1>
        <span class="client">{{ job.client?.name }}</span>
        <span class="grow" />
        <span class="soft">{{ facts.join(' · ') }}</span>
      </div>
      <JobLine :stops="job.line" large />
    </header>
    <div class="page cols">
      <div class="stack">
        <JobRecord v-model:choosing="choosingClient" />
        <JobLines />
        <JobGuests v-if="hasGuests" />
      </div>
      <JobThread />
      <aside class="stack">
        <JobNext @choose-client="choosingClient = true" />
        <JobAdd />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.top {
  border-bottom: 1px solid var(--hairline);
  padding: 20px 28px 0;
  max-width: 1280px;
  margin: 0 auto;
}
.title {
  max-width: 100%;
  overflow-wrap: anywhere;
}
.client {
  font-size: 16px;
}
.cols {
  display: grid;
  grid-template-columns: 290px minmax(0, 1fr) 300px;
  gap: 34px;
  padding-top: 20px;
}
.stack {
  display: grid;
  gap: 20px;
  align-content: start;
}
@media (max-width: 1000px) {
  .cols {
    grid-template-columns: 1fr;
  }
  aside {
    order: -1;
  }
  .top {
    padding: 16px;
  }
}
</style>
