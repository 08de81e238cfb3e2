<script setup lang="ts">
import type { PaperRow } from '~~/shared/papers'
import type { PageOf } from '~/composables/paged'

useHead({ title: 'Papers · Upwold' })
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const { rows, more, problem, refresh, showMore } = usePaged<PaperRow, PageOf<PaperRow>>(
  async (after, limit) => {
    const rows = await api<PaperRow[]>('/api/papers', { query: { after: after ?? undefined, limit } })
    return { rows, next: rows.length === limit ? rows.at(-1)!.id : null }
  },
  { step: 60 },
)
await refresh()
useFeed(refresh)
useRowKeys()
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Papers</h1>
      <span class="soft">quotes, contracts and waivers, newest first</span>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <ul class="ledger">
      <li v-for="p in rows" :key="p.id" class="row">
        <StopMark :state="stopStateOf(p.state)" /><NuxtLink :to="`/papers/${p.id}`" data-row class="strong">{{
          p.title
        }}</NuxtLink
        ><NuxtLink :to="`/jobs/${p.jobId}`" class="ellipsis">{{ p.jobTitle }}</NuxtLink
        ><span class="soft ellipsis">{{ p.client }}</span
        ><span>{{ p.state }}</span
        ><span class="soft small">{{ whenWords(p.createdAt, today) }}</span>
      </li>
    </ul>
    <div v-if="!rows.length" class="empty">
      <ContourLines />
      <p>No papers yet. They are made from a job.</p>
      <LinkButton main to="/jobs">To the jobs</LinkButton>
    </div>
    <p v-if="more" class="more"><Button variant="outlined" @click="showMore">Show more</Button></p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 28px 1.2fr 1.4fr 1.2fr 90px 70px;
  gap: 12px;
  align-items: center;
  min-height: 44px;
}
.row a {
  color: var(--ink);
  text-decoration: none;
}
.row a:hover {
  text-decoration: underline;
}
.empty {
  display: grid;
  justify-items: center;
  gap: 12px;
  padding: 40px;
}
.more {
  text-align: center;
  margin-top: 16px;
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: 24px 1fr 1fr;
    padding: 8px 0;
  }
}
</style>
