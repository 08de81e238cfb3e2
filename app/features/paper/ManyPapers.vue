<script setup lang="ts">
import { instantOf } from '~~/core/calendar/dates'
import type { PaperRow } from '~~/shared/papers'
import { TOGETHER_MAX, printOf, zipOf } from './together'
import { usePapers } from './usePapers'

/** What can be done with several papers at once. */
const props = defineProps<{ chosen: PaperRow[]; done: () => void }>()
const papers = usePapers()
const { busy, act } = useAct()
const asking = useAsking()
const notices = useNotices()
const session = useSession()
/** What is out, and can be nudged, put off or withdrawn. */
const out = computed(() => props.chosen.filter((p) => p.state === 'out'))

/** Does one thing to each, says for how many it was done and what the first that was refused said. */
const toAll = (what: (id: string) => Promise<unknown>, did: string) =>
  act(async () => {
    const { count, refused } = await papers.each(
      out.value.map((p) => p.id),
      what,
    )
    props.done()
    const words = `${did} ${count} ${count === 1 ? 'paper' : 'papers'}.`
    notices.say(refused ? `${words} Not the others: ${refused}` : words, { trouble: !!refused })
  })
const toRound = (body: object) => (id: string) => api(`/api/papers/${id}/round`, { method: 'POST', body })

function nudge() {
  const even = askingIfQuiet()
  return toAll(
    (id) => even((quiet) => api(`/api/papers/${id}/nudge`, { method: 'POST', body: { quiet } })),
    'Nudged for',
  )
}
async function withdraw() {
  const n = out.value.length
  const words = `Withdraw ${n === 1 ? 'this paper' : `these ${n} papers`}? Whoever was asked can’t sign any more.`
  if (await asking.ask(words, 'Withdraw')) await toAll(toRound({ do: 'withdraw', reason: '' }), 'Withdrew')
}
const moving = ref(false)
const until = ref('')
async function move() {
  const lapsesAt = new Date(instantOf(until.value, session.data?.business?.timeZone ?? 'UTC')).toISOString()
  moving.value = false
  await toAll(toRound({ do: 'extend', lapsesAt }), 'Moved the deadline of')
}

/** How many of how many are fetched; null where nothing is. */
const fetched = ref<number | null>(null)
const together = (make: typeof zipOf, then: (url: string) => void) =>
  act(async () => {
    if (props.chosen.length > TOGETHER_MAX)
      throw new Error(`Choose ${TOGETHER_MAX} papers at most to take along at once.`)
    fetched.value = 0
    try {
      const url = URL.createObjectURL(await make(props.chosen, (n) => (fetched.value = n)))
      then(url)
      // Whatever shows it has read it long before.
      setTimeout(() => URL.revokeObjectURL(url), 60_000)
    } finally {
      fetched.value = null
    }
  })
const download = () =>
  together(zipOf, (url) => Object.assign(document.createElement('a'), { href: url, download: 'papers.zip' }).click())
const print = () => together(printOf, (url) => window.open(url, '_blank'))
</script>

<template>
  <Button size="small" :disabled="busy || !out.length" @click="nudge">Nudge {{ out.length || '' }}</Button>
  <Button size="small" variant="outlined" :disabled="busy || !out.length" @click="moving = true"
    >Move the deadline…</Button
  >
  <Button size="small" variant="outlined" :disabled="busy" @click="download">Download (ZIP)</Button>
  <Button size="small" variant="outlined" :disabled="busy" @click="print">Print together</Button>
  <Button size="small" variant="outlined" :disabled="busy || !out.length" @click="withdraw"
    >Withdraw {{ out.length || '' }}</Button
  >
  <span v-if="fetched !== null" class="small" role="status">{{ fetched }} of {{ chosen.length }}</span>
  <Dialog v-model:visible="moving" modal header="Move the deadline" :draggable="false">
    <form class="form" @submit.prevent="move">
      <label class="field"
        ><span>They can sign until</span><WhenField v-model="until" kind="moment" usual="18:00"
      /></label>
      <p class="acts">
        <Button type="submit" :disabled="!until">Move it for {{ out.length }}</Button>
        <Button variant="text" @click="moving = false">Never mind</Button>
      </p>
    </form>
  </Dialog>
</template>
