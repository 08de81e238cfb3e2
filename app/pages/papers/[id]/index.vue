<script setup lang="ts">
import PaperData from '~/features/paper/PaperData.vue'
import DriftNotice from '~/features/paper/DriftNotice.vue'
import SentRound from '~/features/paper/SentRound.vue'
import { PAPER_STATE, usePaper } from '~/features/paper/usePaper'
import PrepareRound from '~/features/round/PrepareRound.vue'
import RoundOut from '~/features/round/RoundOut.vue'

/** A paper: its people at the left, the PDF itself in the middle, the sending or the round at the right. */
const id = String(useRoute().params.id)
const thisPaper = usePaper()
const { paper, problem, busy, drawn } = storeToRefs(thisPaper)
const { load, act } = thisPaper
await thisPaper.open(id)
useHead({ title: () => `${paper.value?.title ?? 'Paper'} · Upwold` })
const asking = useAsking()
/** What was signed is shown signed, once it is sealed. */
const shows = computed(() => (paper.value.round?.sealed ? 'sealed' : 'pdf'))
const discard = () =>
  act(async () => {
    if (!(await asking.ask('The draft goes, with what was written on it. The job stays as it is.', 'Throw it away')))
      return
    const { jobId } = paper.value
    await thisPaper.discard()
    await navigateTo(`/jobs/${jobId}`)
  })
</script>

<template>
  <p v-if="problem" class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
  <div v-if="paper">
    <div class="strip">
      <h1>{{ paper.title }}</h1>
      <span class="soft">
        for <NuxtLink :to="`/jobs/${paper.jobId}`">{{ paper.jobTitle }}</NuxtLink>{{
          paper.clientName ? `, ${paper.clientName}` : ''
        }}
        · {{ PAPER_STATE[paper.state] }}
      </span>
      <span class="grow" />
      <Button v-if="paper.state === 'draft'" variant="text" :disabled="busy" @click="discard">
        Throw the draft away
      </Button>
      <LinkButton v-if="paper.state === 'draft'" :to="`/papers/${id}/${paper.marked ? 'mark' : 'write'}`">{{
        paper.marked ? 'To the marking table' : 'Write on it'
      }}</LinkButton>
      <Button as="a" variant="outlined" :href="`/api/papers/${id}/pdf`" target="_blank">{{
        paper.round ? 'As it was sent' : 'PDF'
      }}</Button>
      <Button v-if="paper.round?.sealed" as="a" variant="outlined" :href="`/api/papers/${id}/sealed`" target="_blank"
        >Sealed copy</Button
      >
    </div>
    <DriftNotice
      v-if="paper.drift.length"
      :paper-id="id"
      :title="paper.title"
      :state="paper.state"
      :drift="paper.drift"
      @settled="load"
    />
    <Suspense v-if="paper.state === 'draft'">
      <PrepareRound />
    </Suspense>
    <div v-else-if="paper.round" class="cols">
      <RoundOut class="side" />
      <section class="desk" aria-label="The paper">
        <PdfPages :key="shows" :src="`/api/papers/${id}/${shows}`" :title="paper.title" :version="drawn" />
      </section>
      <SentRound class="side"><PaperData /></SentRound>
    </div>
  </div>
</template>

<style scoped>
.cols,
:deep(.cols) {
  display: grid;
  grid-template-columns: 350px minmax(0, 1fr) 330px;
  min-height: calc(100vh - 110px);
}
.side,
:deep(.side) {
  padding: 20px 22px;
}
.desk,
:deep(.desk) {
  background: var(--desk);
  padding: 18px;
}
@media (max-width: 1000px) {
  .cols,
  :deep(.cols) {
    grid-template-columns: minmax(0, 1fr);
  }
  .desk,
  :deep(.desk) {
    order: 3;
  }
}
</style>
