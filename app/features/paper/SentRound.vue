<script setup lang="ts">
import { PAPER_STATE, useThisPaper } from './usePaper'

/** A paper that went out: whose move it is, what was sent, and how to take it back. */
const { id, paper, busy, load, act, post, when } = useThisPaper()
const papers = usePaperActs()
const now = useNow()
const withdrawing = ref(false)
const reason = ref('')
const round = computed(() => paper.value.round!)
const withdraw = () =>
  act(async () => {
    await post('/withdraw', { reason: reason.value })
    withdrawing.value = false
  })
const nudge = () => act(() => papers.nudge(id).then(load))
const lapse = computed(() =>
  round.value.lapsesAt
    ? ` · lapses ${when(round.value.lapsesAt)}${round.value.lapsesAt < now.value ? ', passed' : ''}`
    : '',
)
</script>

<template>
  <aside aria-label="The round">
    <div v-if="round.mine" class="next">
      <p class="strong">It is your move.</p>
      <p class="small">Then everyone gets the sealed copy.</p>
      <button class="btn main big" :disabled="busy" @click="act(() => papers.countersign(id))">Countersign</button>
    </div>
    <p v-if="round.reason" class="notice trouble">{{ PAPER_STATE[paper.state] }}: “{{ round.reason }}”</p>
    <h2 class="gap">What was sent</h2>
    <div class="card">
      <p class="strong">{{ round.subject }}</p>
      <p class="message">{{ round.message }}</p>
      <p class="small soft">Sent {{ when(round.sentAt) }}{{ lapse }}</p>
    </div>
    <template v-if="paper.attachments.length">
      <h2 class="gap">Given with it</h2>
      <ul>
        <li v-for="a in paper.attachments" :key="a.sha">
          <a :href="`/api/papers/${id}/attachments/${a.sha}`" download>{{ a.name }}</a>
        </li>
      </ul>
    </template>
    <p v-if="paper.state === 'out'" class="gap">
      <button v-if="!round.mine" class="btn" :disabled="busy" @click="nudge">Nudge</button>
      <button class="btn" @click="withdrawing = true">Withdraw</button>
    </p>
    <p v-if="paper.state === 'signed' && !round.sealed" class="soft small gap" role="status">
      The sealed copy is being made.
    </p>
    <slot />
    <Dialog
      v-model:visible="withdrawing"
      modal
      header="Withdraw this paper"
      :style="{ width: '420px' }"
      :draggable="false"
    >
      <label class="field"
        ><span>Why (for your own record)</span><input v-model="reason" autofocus class="input" maxlength="500"
      /></label>
      <p class="gap">
        <button class="btn main" :disabled="busy" @click="withdraw">Withdraw it</button>
        <button class="btn bare" @click="withdrawing = false">Never mind</button>
      </p>
    </Dialog>
  </aside>
</template>

<style scoped>
.next {
  background: var(--heather-tint);
  border: 1px solid var(--heather);
  border-radius: var(--corner);
  padding: 14px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.gap {
  margin-top: 18px;
}
h2 + .card {
  margin-top: 8px;
}
.message {
  white-space: pre-line;
  margin: 6px 0;
}
</style>
