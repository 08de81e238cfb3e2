<script setup lang="ts">
import { type ThreadGroup, foldPapers, threadGroup } from '~~/core/line/thread'
import type { ThreadEntry } from '~~/shared/jobs'
import DriftNotice from '~/features/paper/DriftNotice.vue'
import AnswerForm from '../round/AnswerForm.vue'
import PaperRow from './PaperRow.vue'
import { useJob } from './useJob'

/** The job's papers, and everything that happened in one order: all of it, or one sort. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { load } = thisJob
/** What is longer is opened when it is wanted. */
const LONG = 180
const papers = computed(() => foldPapers(job.value.papers))
const shown = ref<'all' | ThreadGroup>('all')
const SORTS = [
  { value: 'all', label: 'All' },
  { value: 'people', label: 'People' },
  { value: 'money', label: 'Money' },
  { value: 'papers', label: 'Papers' },
  { value: 'notes', label: 'Notes' },
] as const
const thread = computed(() =>
  job.value.thread.filter((h) => shown.value === 'all' || threadGroup(h.type) === shown.value),
)
const fileOf = (sha: string) => `/api/jobs/${job.value.id}/files/${sha}`
const pictures = (h: ThreadEntry) => h.files.filter((f) => f.type.startsWith('image/'))
const others = (h: ThreadEntry) => h.files.filter((f) => !f.type.startsWith('image/'))
</script>

<template>
  <section aria-label="Papers and what happened">
    <h2>Papers</h2>
    <ul>
      <template v-for="f in papers" :key="'one' in f ? f.one.id : f.title">
        <PaperRow v-if="'one' in f" :paper="f.one" />
        <li v-else class="mt-2">
          <details>
            <summary class="card cursor-pointer">
              <b>{{ f.many.length }} × {{ f.title }}</b>
              <span class="soft"> {{ f.signed }} signed{{ f.missing ? `, ${f.missing} missing` : '' }}</span>
            </summary>
            <ul class="ml-3">
              <PaperRow v-for="p in f.many" :key="p.id" :paper="p" />
            </ul>
          </details>
        </li>
      </template>
      <li v-if="!job.papers.length" class="soft none">No papers yet.</li>
    </ul>
    <DriftNotice
      v-for="p in job.papers.filter((x) => x.drift.length)"
      :key="p.id"
      class="mt-2"
      :paper-id="p.id"
      :title="p.title"
      :state="p.state"
      :drift="p.drift"
      @settled="load"
    />
    <div class="section-head gap flex-wrap">
      <h2>What happened</h2>
      <OneOf v-model="shown" label="Which of it" :options="[...SORTS]" />
    </div>
    <ol>
      <li v-for="h in thread" :key="h.id" class="grid grid-cols-[52px_30px_1fr] py-2 px-0">
        <span class="soft small">{{ whenWords(h.at, job.today) }}</span>
        <span
          class="empty:border-l empty:border-hairline-strong empty:w-px empty:justify-self-center rail grid justify-center"
          ><StopMark v-if="h.state" :state="h.state" :size="16"
        /></span>
        <div :class="{ soft: !h.state }" class="min-w-0 wrap-anywhere">
          {{ h.words }}
          <details v-if="h.detail.length > LONG" class="soft small">
            <summary>{{ h.detail.slice(0, LONG) }}…</summary>
            <p class="whitespace-pre-line wrap-anywhere">{{ h.detail }}</p>
          </details>
          <span v-else-if="h.detail" class="soft small block whitespace-pre-line">{{ h.detail }}</span>
          <ul v-if="h.files.length" class="flex flex-wrap gap-2 mt-1.5" aria-label="With it">
            <li v-for="f in pictures(h)" :key="f.sha">
              <a :href="fileOf(f.sha)" target="_blank"
                ><img
                  :src="fileOf(f.sha)"
                  :alt="f.name"
                  loading="lazy"
                  class="h-24 w-auto max-w-40 object-cover border border-hairline rounded-corner"
              /></a>
            </li>
            <li v-for="f in others(h)" :key="f.sha">
              <a :href="fileOf(f.sha)" target="_blank">{{ f.name }}</a>
            </li>
          </ul>
          <AnswerForm v-if="h.asks" :asks="h.asks" @answered="load" />
        </div>
      </li>
      <li v-if="!thread.length" class="soft none">Nothing of this sort yet.</li>
    </ol>
  </section>
</template>
