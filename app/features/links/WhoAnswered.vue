<script setup lang="ts">
import type { StandingLinkView } from '~~/shared/out/standing-links'
import type { RowColumn } from '~/components/RowsTable.vue'
import { useLink } from './useLink'

/** Who answered by a link, what became of it, and what it cost. */
const { view } = storeToRefs(useLink())
const session = useSession()
const now = useNow()
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
type Answer = StandingLinkView['answers'][number]
const SAYS = { began: 'began', signed: 'signed', declined: 'declined', lapsed: 'not any more' } as const
const MARKS = { began: 'theirs', signed: 'settled', declined: 'trouble', lapsed: 'skipped' } as const
const columns: RowColumn<Answer>[] = [
  { key: 'name', header: 'Who', text: (a) => a.name, always: true, order: (a) => a.name.toLowerCase() },
  { key: 'state', header: 'How it stands', text: (a) => SAYS[a.state], order: (a) => a.state },
  { key: 'people', header: 'Signings', text: (a) => String(a.people), amount: true, order: (a) => a.people },
  { key: 'at', header: 'When', text: (a) => whenWords(a.at, now.value), order: (a) => a.at },
]
const costs = computed(() => {
  const { mails, texts, checks, signed, taken } = view.value!.counts
  const many = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`
  return [
    `${taken} came, ${signed} signed`,
    `${many(mails, 'letter')} and ${many(texts, 'text')} sent`,
    checks ? `${money(checks as never, currency.value)} of checks` : 'no checks paid for',
  ].join(' · ')
})
</script>

<template>
  <section aria-labelledby="who-answered" class="mt-8">
    <h2 id="who-answered">Who answered</h2>
    <p class="soft small mb-2">{{ costs }}</p>
    <RowsTable name="link-answers" :rows="view!.answers" :columns="columns">
      <template #name="{ row: a }"
        ><span class="flex gap-2 items-center"
          ><StopMark :state="MARKS[a.state]" :size="16" /><NuxtLink data-row :to="`/jobs/${a.jobId}`" class="strong">{{
            a.name
          }}</NuxtLink>
          <span v-if="a.perhaps" class="small text-bracken">may be {{ a.perhaps.name }}, who is there already</span>
          <span v-else-if="a.known === 'known'" class="small soft">known</span></span
        ></template
      >
      <template #empty><EmptyList words="Nobody has answered yet. Open the link, then hand it out." /></template>
    </RowsTable>
  </section>
</template>
