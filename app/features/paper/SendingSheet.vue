<script setup lang="ts">
import { instantOf, localOf } from '~~/core/calendar/dates'
import type { PaperView } from '~~/shared/papers'
import { correctSource, inputTypeOf, recordName } from './correct'
import { useThisPaper } from './usePaper'

/** What would go wrong, what will arrive, and the one button that sends. */
const { paper, busy, load, act, post } = useThisPaper()
const notices = useNotices()
const { subject, message, lapsesAt } = paper.value.suggested
const form = reactive({ subject, message, deadline: lapsesAt ? localOf(lapsesAt, paper.value.timeZone) : '' })
const key = newKey()
const problems = ref<Record<string, string>>({})

type Gap = PaperView['gaps'][number]
/** What was typed for each gap; a number input gives numbers. */
const given = reactive<Record<string, string | number>>({})
const typed = (gap: Gap) => String(given[gap.path] ?? '').trim()
/** One correction after the other: each is made at the version the one before has left. */
let corrections: Promise<void> = Promise.resolve()
const fill = (gap: Gap) => {
  corrections = corrections.then(() => act(() => correct(gap)))
}
async function correct(gap: Gap): Promise<void> {
  if (!typed(gap)) return
  try {
    await correctSource(paper.value, gap.source!, typed(gap))
    given[gap.path] = ''
  } finally {
    await load()
  }
}

const others = computed(() => paper.value.preflight.filter((n) => n.rule !== 'missingValue'))
const stops = computed(() => paper.value.preflight.filter((n) => n.severity === 'stop').length)
const label = computed(() => {
  const first = paper.value.sheet.filter((s) => s.turn === 1).map((s) => s.name.split(' ')[0]!.slice(0, 30))
  const then = paper.value.sheet.filter((s) => s.turn > 1).map((s) => (s.member ? 'you' : s.name))
  return `Send to ${first.join(' and ')}${then.length ? `, then to ${then.join(' and ')}` : ''}`
})
const takeOut = (sha: string) =>
  act(async () => {
    await api(`/api/papers/${paper.value.id}/enclosures/${sha}`, { method: 'DELETE' })
    await load()
  })
const send = () =>
  act(async () => {
    problems.value = {}
    try {
      const deadline = form.deadline ? instantOf(form.deadline, paper.value.timeZone) : null
      await post('/send', { subject: form.subject, message: form.message, lapsesAt: deadline, key })
      notices.say('Sent. You hear when something happens.')
    } catch (e) {
      if (e instanceof ApiProblem) problems.value = e.fields
      throw e
    }
  })
</script>

<template>
  <aside aria-label="Sending">
    <h2>Before it goes</h2>
    <ul class="ledger" aria-label="Before it goes">
      <li v-for="g in paper.gaps" :key="g.path" class="note">
        <StopMark mark="trouble" :size="18" />
        <form @submit.prevent="fill(g)">
          <template v-if="g.source?.fact">
            <label :for="`gap-${g.path}`"
              ><b>{{ g.label }}</b> is missing</label
            >
            <input :id="`gap-${g.path}`" v-model="given[g.path]" class="input" :type="inputTypeOf(g.source)" required />
            <button class="btn">Add it to the {{ recordName(g.source) }}</button>
          </template>
          <span v-else
            ><b>{{ g.label }}</b> is missing</span
          >
        </form>
      </li>
      <li v-for="n in others" :key="n.words" class="note">
        <StopMark mark="trouble" :size="18" /><span>{{ n.words }}</span>
      </li>
      <li v-if="!paper.preflight.length" class="note">
        <StopMark mark="settled" :size="18" />
        <span class="soft">Every value is there, everyone has a place to sign.</span>
      </li>
    </ul>
    <template v-if="paper.enclosures.length">
      <h2 class="gap">Goes with it, to be read</h2>
      <ul class="ledger">
        <li v-for="e in paper.enclosures" :key="e.sha" class="with">
          <a :href="`/api/papers/${paper.id}/enclosures/${e.sha}`">{{ e.name }}</a>
          <button class="btn bare" :disabled="busy" :aria-label="`Take out ${e.name}`" @click="takeOut(e.sha)">
            Take out
          </button>
        </li>
      </ul>
    </template>
    <h2 class="gap">What arrives</h2>
    <div class="card form">
      <label class="field"
        ><span>Subject</span
        ><input v-model="form.subject" class="input" maxlength="300" :aria-invalid="!!problems.subject"
      /></label>
      <label class="field"
        ><span>Message</span
        ><textarea v-model="form.message" class="input" rows="7" maxlength="5000" :aria-invalid="!!problems.message" />
      </label>
      <label class="field"
        ><span>Please by</span
        ><input v-model="form.deadline" class="input" type="datetime-local" :aria-invalid="!!problems.lapsesAt"
      /></label>
      <p v-for="(words, field) in problems" :key="field" class="error" role="alert">{{ words }}</p>
      <p class="small soft">
        {{ form.deadline ? `${paper.timeZone} time. It lapses then and can no longer be signed.` : 'No deadline.' }}
      </p>
    </div>
    <div class="send">
      <button class="btn main big" :disabled="busy || stops > 0" @click="send">{{ label }}</button>
      <p v-if="stops" class="small bad">
        {{ stops === 1 ? 'One thing has' : `${stops} things have` }} to be put right first.
      </p>
    </div>
  </aside>
</template>

<style scoped>
.note {
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 10px 0;
}
.note form {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.with {
  display: flex;
  justify-content: space-between;
  padding: 6px 0;
}
.form {
  display: grid;
  gap: 10px;
  margin-top: 8px;
}
.gap {
  margin-top: 18px;
}
.send {
  position: sticky;
  bottom: 0;
  padding: 12px 0;
  background: var(--chalk);
  display: grid;
  gap: 6px;
}
</style>
