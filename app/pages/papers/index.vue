<script setup lang="ts">
import type { PaperRow } from '~~/shared/papers'
import type { RowColumn } from '~/components/RowsTable.vue'
import { usePapers } from '~/features/paper/usePapers'

useHead({ title: 'Papers · Upwold' })
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const papers = usePapers()
papers.follow()
const { rows, more, busy, problem } = storeToRefs(papers)
useRowKeys()
const columns: RowColumn<PaperRow>[] = [
  { key: 'state', header: 'State', text: (p) => p.state },
  { key: 'title', header: 'Paper', text: (p) => p.title, always: true },
  { key: 'job', header: 'Job', text: (p) => p.jobTitle },
  { key: 'client', header: 'Client', text: (p) => p.client },
  { key: 'made', header: 'Made', text: (p) => p.createdAt.slice(0, 10) },
]
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Papers</h1>
      <span class="soft">quotes, contracts and waivers, newest first</span>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <RowsTable name="papers" :rows="rows" :columns="columns" :busy="busy" :more="more" @more="papers.showMore()">
      <template #state="{ row: p }"
        ><span class="state"><StopMark :state="stopStateOf(p.state)" /> {{ p.state }}</span></template
      >
      <template #title="{ row: p }"
        ><NuxtLink :to="`/papers/${p.id}`" data-row class="strong">{{ p.title }}</NuxtLink></template
      >
      <template #job="{ row: p }"
        ><NuxtLink :to="`/jobs/${p.jobId}`">{{ p.jobTitle }}</NuxtLink></template
      >
      <template #made="{ row: p }"
        ><span class="soft small">{{ whenWords(p.createdAt, today) }}</span></template
      >
      <template #empty>
        <EmptyList words="No papers yet. They are made from a job."
          ><LinkButton main to="/jobs">To the jobs</LinkButton></EmptyList
        >
      </template>
    </RowsTable>
  </div>
</template>

<style scoped>
.state {
  display: flex;
  gap: 8px;
  align-items: center;
}
@media (max-width: 700px) {
  .page :deep(.cell-client),
  .page :deep(.cell-made),
  .page :deep(thead) {
    display: none;
  }
}
</style>
