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
const PaperFigures = defineAsyncComponent(() => import('~/features/paper/PaperFigures.vue'))
const figures = ref(false)
const { busy: acting, act } = useAct()
const asking = useAsking()
const notices = useNotices()
/** What is out, and can be nudged or withdrawn. */
const out = (chosen: PaperRow[]) => chosen.filter((p) => p.state === 'out')
/** Does one thing to each, says for how many it was done and what the first that was refused said. */
const toAll = (chosen: PaperRow[], what: (id: string) => Promise<unknown>, did: string, done: () => void) =>
  act(async () => {
    const { count, refused } = await papers.each(
      out(chosen).map((p) => p.id),
      what,
    )
    done()
    const words = `${did} ${count} ${count === 1 ? 'paper' : 'papers'}.`
    notices.say(refused ? `${words} Not the others: ${refused}` : words, { trouble: !!refused })
  })
function nudgeAll(chosen: PaperRow[], done: () => void) {
  const even = askingIfQuiet()
  const nudge = (id: string) => even((quiet) => api(`/api/papers/${id}/nudge`, { method: 'POST', body: { quiet } }))
  return toAll(chosen, nudge, 'Nudged for', done)
}
async function withdrawAll(chosen: PaperRow[], done: () => void) {
  const n = out(chosen).length
  if (
    !(await asking.ask(
      `Withdraw ${n === 1 ? 'this paper' : `these ${n} papers`}? Whoever was asked can’t sign any more.`,
      'Withdraw',
    ))
  )
    return
  const body = { do: 'withdraw', reason: '' }
  await toAll(chosen, (id) => api(`/api/papers/${id}/round`, { method: 'POST', body }), 'Withdrew', done)
}
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
      <span class="grow" />
      <Button variant="outlined" :aria-expanded="figures" @click="figures = !figures">How they do</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <PaperFigures v-if="figures" />
    <RowsTable name="papers" :rows="rows" :columns="columns" :busy="busy" :more="more" many @more="papers.showMore()">
      <template #acts="{ chosen, done }">
        <Button size="small" :disabled="acting || !out(chosen).length" @click="nudgeAll(chosen, done)"
          >Nudge {{ out(chosen).length || '' }}</Button
        >
        <Button
          size="small"
          variant="outlined"
          :disabled="acting || !out(chosen).length"
          @click="withdrawAll(chosen, done)"
          >Withdraw {{ out(chosen).length || '' }}</Button
        >
      </template>
      <template #state="{ row: p }"
        ><span class="state flex gap-2 items-center"
          ><StopMark :state="stopStateOf(p.state)" /> {{ p.state }}</span
        ></template
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
