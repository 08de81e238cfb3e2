<script setup lang="ts">
import DriftNotice from '~/features/paper/DriftNotice.vue'
import AnswerForm from '../round/AnswerForm.vue'
import { useJob } from './useJob'

/** The job's papers, and everything that happened in one order. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { load } = thisJob
/** What is longer is opened when it is wanted. */
const LONG = 180
</script>

<template>
  <section aria-label="Papers and what happened">
    <h2>Papers</h2>
    <ul>
      <li v-for="p in job.papers" :key="p.id" class="paper grid grid-cols-[26px_1fr] items-center mt-2">
        <StopMark :state="p.says.state" />
        <NuxtLink :to="`/papers/${p.id}`" class="card">
          <b>{{ p.title }}</b> <span class="soft">{{ p.guest ? `${p.guest}, ` : '' }}{{ p.says.note }}</span>
        </NuxtLink>
        <DriftNotice
          v-if="p.drift.length"
          class="drift col-2"
          :paper-id="p.id"
          :title="p.title"
          :state="p.state"
          :drift="p.drift"
          @settled="load"
        />
      </li>
      <li v-if="!job.papers.length" class="soft none">No papers yet.</li>
    </ul>
    <h2 class="gap">What happened</h2>
    <ol>
      <li v-for="h in job.thread" :key="h.id" class="grid grid-cols-[52px_30px_1fr] py-2 px-0">
        <span class="soft small">{{ whenWords(h.at, job.today) }}</span>
        <span
          class="empty:border-l empty:border-hairline-strong empty:w-px empty:justify-self-center rail grid justify-center"
          ><StopMark v-if="h.state" :state="h.state" :size="16"
        /></span>
        <span :class="{ soft: !h.state }"
          >{{ h.words }}
          <details v-if="h.detail.length > LONG" class="soft small">
            <summary>{{ h.detail.slice(0, LONG) }}…</summary>
            <p class="whitespace-pre-line wrap-anywhere">{{ h.detail }}</p>
          </details>
          <span v-else-if="h.detail" class="soft small block whitespace-pre-line">{{ h.detail }}</span>
          <AnswerForm v-if="h.asks" :asks="h.asks" @answered="load"
        /></span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.paper a {
  color: var(--ink);
  text-decoration: none;
}
.paper a:hover {
  border-color: var(--heather);
}
</style>
