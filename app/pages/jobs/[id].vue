<script setup lang="ts">
import type { PricedLine } from '~~/core/pricing/pricing'
import JobAdd from '~/features/job/JobAdd.vue'
import JobGuests from '~/features/job/JobGuests.vue'
import JobLines from '~/features/job/JobLines.vue'
import JobMoney from '~/features/job/JobMoney.vue'
import JobNext from '~/features/job/JobNext.vue'
import JobRecord from '~/features/job/JobRecord.vue'
import JobThread from '~/features/job/JobThread.vue'
import { useJob } from '~/features/job/useJob'
import TagsField from '~/features/tags/TagsField.vue'
import JobTasks from '~/features/tasks/JobTasks.vue'

/** A job: its line on top, the record at the left, papers and events in the middle, the next step at the right. */
const choosingClient = ref(false)
const id = String(useRoute().params.id)
const thisJob = useJob()
const { job, problem } = storeToRefs(thisJob)
await thisJob.open(id)
useHead({ title: () => `${job.value?.title.slice(0, 60) ?? 'Job'} · Upwold` })

const moreDays = computed(() => {
  const n = job.value.furtherDays.length
  return n ? `and ${n === 1 ? 'another day' : `${n} more days`}` : ''
})
const facts = computed(() =>
  [
    spanWords(job.value.starts, job.value.ends, job.value.today),
    moreDays.value,
    job.value.place,
    job.value.people ? `${job.value.people} people` : '',
    job.value.starts ? away(job.value.starts.slice(0, 10), job.value.today) : '',
  ].filter(Boolean),
)
const lines = useTemplateRef<{ begin(): void; extra(words: string, lines: PricedLine[]): void }>('lines')
const jobMoney = useTemplateRef<{ show(what: 'back' | 'deposit'): void }>('jobMoney')
const session = useSession()
async function saveTags(tags: string[]) {
  await api(`/api/jobs/${id}/tags`, { method: 'PUT', body: { tags } })
  await thisJob.load()
}
const hasGuests = computed(() => job.value.guests.length > 0 || job.value.kind.waivers)
</script>

<template>
  <p v-if="problem" class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
  <div v-if="job">
    <header class="top border-b border-b-hairline pt-5 pb-0 px-7 max-w-320 my-0 mx-auto">
      <div class="head">
        <h1 class="title max-w-full wrap-anywhere">{{ job.title }}</h1>
        <span class="client text-[16px]">{{ job.client?.name }}</span>
        <TagsField :tags="job.tags" of="job" :save="saveTags" />
        <span class="grow" />
        <span class="soft">{{ facts.join(' · ') }}</span>
      </div>
      <JobLine :stops="job.line" large />
    </header>
    <div class="page cols grid grid-cols-[290px_minmax(0,1fr)_300px] gap-8.5 pt-5">
      <div class="grid gap-5 content-start">
        <JobRecord v-model:choosing="choosingClient" />
        <JobLines ref="lines" />
        <JobMoney v-if="session.may('money')" ref="jobMoney" />
        <JobGuests v-if="hasGuests" />
      </div>
      <JobThread />
      <aside class="grid gap-5 content-start">
        <JobNext
          @choose-client="choosingClient = true"
          @price="lines?.begin()"
          @money="jobMoney?.show($event)"
          @extra="(words, as) => lines?.extra(words, as)"
        />
        <JobTasks />
        <JobAdd />
      </aside>
    </div>
  </div>
</template>

<style scoped>
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
