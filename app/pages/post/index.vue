<script setup lang="ts">
import { useIntervalFn, useMediaQuery } from '@vueuse/core'

interface Row {
  id: string
  channel: string
  to: string
  subject: string
  at: string
}
interface Message extends Row {
  from: string
  text: string
  attachments: string[]
  /** There is a link or a code in it that the owner may open here. */
  closed: boolean
}
useHead({ title: 'Post room · Upwold' })
const rows = ref<Row[]>([]),
  shown = ref<Message | null>(null),
  today = new Intl.DateTimeFormat('sv-SE').format(new Date()),
  problem = ref('')
async function load() {
  try {
    rows.value = await api<Row[]>('/api/post')
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
async function open(id: string) {
  try {
    shown.value = await api<Message>(`/api/post/${id}`)
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
const session = useSession()
const { busy, act } = useAct()
/** Shows a message as its receiver has it; the look stands in the record of its round. */
const reveal = () =>
  act(async () => {
    const { text } = await api<{ text: string }>(`/api/post/${shown.value!.id}/show`, { method: 'POST' })
    shown.value = { ...shown.value!, text, closed: false }
  })
await load()
if (rows.value[0]) await open(rows.value[0].id)
useIntervalFn(load, 3000)
useRowKeys()
const roomy = useMediaQuery('(min-width: 801px)')
const origin = window.location.origin
/** The text in pieces, links of this Upwold told apart so that they can be followed. */
const parts = computed(() =>
  (shown.value?.text ?? '').split(/(https?:\/\/\S+)/).map((t) => ({
    t,
    link: t.startsWith(origin) || /^https?:\/\/(localhost|127\.0\.0\.1)/.test(t) ? new URL(t).pathname : null,
  })),
)
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Post room</h1>
      <span class="soft">every message that went out, as the mailboxes show it</span>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <Splitter v-if="rows.length" :layout="roomy ? 'horizontal' : 'vertical'" class="room">
      <SplitterPanel :size="34" :min-size="20"
        ><ul class="ledger" aria-label="Messages">
          <li v-for="r in rows" :key="r.id">
            <Button unstyled data-row class="row" :aria-current="shown?.id === r.id" @click="open(r.id)">
              <b class="ellipsis">{{ r.subject }}</b><span class="soft small">{{ whenWords(r.at, today) }}</span
              ><span class="soft small ellipsis">{{ r.to }}</span>
            </Button>
          </li>
        </ul></SplitterPanel
      >
      <SplitterPanel :size="66" :min-size="30"
        ><article v-if="shown" class="letter" aria-label="Message">
          <h2 class="serif">{{ shown.subject }}</h2>
          <p class="soft small">from {{ shown.from }}<br />to {{ shown.to }}</p>
          <p class="body">
            <template v-for="(p, i) in parts" :key="i"
              ><a v-if="p.link" :href="p.link" target="_blank" rel="noopener">{{ p.t }}</a
              ><template v-else>{{ p.t }}</template></template
            >
          </p>
          <p v-if="shown.closed && session.data?.postRoomOpens" class="reveal">
            <Button variant="outlined" :disabled="busy" @click="reveal">Open it as {{ shown.to }}</Button>
            <span class="soft small">That you looked stands in the record of its round.</span>
          </p>
          <p v-for="(a, n) in shown.attachments" :key="a">
            <a :href="`/api/post/${shown.id}/attachment?n=${n}`" target="_blank">{{ a }}</a>
          </p>
        </article></SplitterPanel
      >
    </Splitter>
    <EmptyList v-else words="No message has gone out yet." />
  </div>
</template>

<style scoped>
.room {
  min-height: 60vh;
}
.row {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  padding: 9px 6px;
  cursor: pointer;
}
.row[aria-current='true'] {
  background: var(--heather-tint);
}
.letter {
  padding: 20px 24px;
}
.letter h2 {
  font-size: 20px;
  color: var(--ink);
}
.body {
  white-space: pre-line;
  margin: 14px 0;
}
.reveal {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.ledger {
  flex: 1;
  margin: 0;
  max-height: 78vh;
  overflow: auto;
}
@media (max-width: 800px) {
  .ledger {
    max-height: 40vh;
  }
}
</style>
