<script setup lang="ts">
import { instantOf, localOf } from '~~/core/calendar/dates'
import { minutesFor } from '~~/core/rounds/greeting'
import { type Deadline, type Reminders, concerning, fieldsFor } from '~~/core/rounds/plan'
import { type Language } from '~~/core/text/language'
import { messageValues, saveMessage } from '~~/shared/rounds'
import { fill } from '~~/shared/words'
import { roundWords } from '~~/shared/words/says'
import { usePaper } from '../paper/usePaper'
import { useRound } from './useRound'

/** The words that arrive, by when it has to be done, and when people are reminded. */
const thisPaper = usePaper()
const { paper } = storeToRefs(thisPaper)
const { act, when } = thisPaper
const round = useRound()
const { plan, view } = storeToRefs(round)
const session = useSession()
const writing = ref(false)
/** The language the chosen person is written to in; until they have opened it, English where it is left to them. */
const language = computed((): Language => {
  const set = own.value?.language ?? 'auto'
  return set === 'auto' ? (session.data?.business?.language ?? 'en') : set
})
/** As the chosen person will read it. */
const put = computed(() => {
  const name = round.person?.name ?? ''
  const ids = own.value ? concerning(own.value, plan.value) : plan.value.papers
  const papers = view.value.papers.filter((p) => ids.includes(p.id))
  return messageValues({
    language: language.value,
    name,
    organisation: view.value.organisations.includes(own.value?.contactId ?? ''),
    minutes: minutesFor(
      papers.reduce((n, p) => n + p.words, 0),
      own.value ? fieldsFor(own.value, papers) : 0,
    ),
    papers,
    job: { title: paper.value.jobTitle, day: view.value.jobDay },
    today: paper.value.today,
    deadline: view.value.due ? when(view.value.due) : '',
    business: session.data?.business?.name ?? '',
  })
})
const own = computed(() => round.person)
const subject = computed(() =>
  fill(
    own.value?.subject || roundWords(plan.value.subject, 'mSubject', language.value, view.value.asks[language.value]),
    put.value,
  ),
)
const message = computed(() =>
  fill(
    own.value?.message || roundWords(plan.value.message, 'mMessage', language.value, view.value.asks[language.value]),
    put.value,
  ),
)
function choose(id: string) {
  const saved = view.value.messages.find((m) => m.id === id)
  if (saved) round.change({ subject: saved.subject || plan.value.subject, message: saved.message })
}
const name = ref('')
async function keep(body: object) {
  await round.flush()
  await api('/api/messages', { method: 'POST', body })
  name.value = ''
  await round.load()
}
const drop = (id: string) =>
  act(async () => {
    await round.flush()
    await api(`/api/messages/${id}`, { method: 'DELETE' })
    await round.load()
  })

function setDeadline(kind: Deadline['kind']) {
  const fresh: Record<Deadline['kind'], Deadline> = {
    none: { kind: 'none' },
    at: { kind: 'at', at: view.value.due ?? new Date(Date.now() + 10 * 86_400_000).toISOString() },
    after: { kind: 'after', days: 10 },
    before: { kind: 'before', days: 1 },
  }
  round.change({ deadline: fresh[kind] })
}
const local = computed(() =>
  plan.value.deadline.kind === 'at' ? localOf(plan.value.deadline.at, paper.value.timeZone) : '',
)
const problem = ref('')
function setAt(value: string) {
  problem.value = ''
  try {
    if (value)
      round.change({ deadline: { kind: 'at', at: new Date(instantOf(value, paper.value.timeZone)).toISOString() } })
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
const days = (n: number | null, least: number) => Math.max(least, Math.min(365, n ?? least))
function setReminders(kind: Reminders['kind']) {
  round.change({ reminders: kind === 'own' ? { kind, after: [3], before: [1, 0] } : { kind } })
}
const numbers = (text: string) =>
  [
    ...new Set(
      text
        .split(/[\s,;]+/)
        .filter(Boolean)
        .map(Number),
    ),
  ]
    .filter((n) => Number.isInteger(n) && n >= 0 && n <= 60)
    .slice(0, 12)
const own3 = computed(() => (plan.value.reminders.kind === 'own' ? plan.value.reminders : null))
</script>

<template>
  <div class="message">
    <h2>What arrives</h2>
    <div v-if="!writing" class="card">
      <p class="strong">{{ subject }}</p>
      <p
        class="words whitespace-pre-line max-h-[9.2em] overflow-auto my-1.5 mx-0 wrap-anywhere"
        tabindex="0"
        role="region"
        aria-label="The message"
      >
        {{ message }}
      </p>
      <p v-if="view.due" class="soft small">Please by {{ when(view.due) }}</p>
      <Button size="small" variant="outlined" @click="writing = true">Change the words</Button>
    </div>
    <div v-else class="card form">
      <Choice
        v-if="view.messages.length"
        label="From a saved message"
        :options="[{ value: '', label: 'Choose…' }, ...view.messages.map((m) => ({ value: m.id, label: m.name }))]"
        @update:model-value="choose"
      />
      <label class="field"
        ><span>Subject</span
        ><InputText :model-value="plan.subject" maxlength="300" @update:model-value="round.change({ subject: $event })"
      /></label>
      <label class="field"
        ><span>Message</span
        ><Textarea
          auto-resize
          rows="8"
          :model-value="plan.message"
          maxlength="5000"
          @update:model-value="round.change({ message: $event })"
        />
      </label>
      <p class="small soft">
        Put in for each person: <code>{first}</code> <code>{name}</code> <code>{paper}</code> <code>{job}</code>
        <code>{day}</code> <code>{deadline}</code> <code>{business}</code>
      </p>
      <FormOf
        v-slot="{ busy }"
        class="flex gap-2"
        :schema="saveMessage"
        :given="() => ({ name, subject: plan.subject, message: plan.message })"
        :send="keep"
      >
        <FieldOf name="name"
          ><InputText
            v-model="name"
            placeholder="A name to keep it under"
            aria-label="A name to keep it under"
            maxlength="80"
        /></FieldOf>
        <Button class="flex-none" type="submit" variant="outlined" :disabled="busy">Keep it</Button>
      </FormOf>
      <ul v-if="view.messages.length" class="small">
        <li v-for="m in view.messages" :key="m.id" class="flex justify-between items-center">
          {{ m.name }}
          <Button variant="text" :aria-label="`Drop the saved message ${m.name}`" @click="drop(m.id)"> Drop </Button>
        </li>
      </ul>
      <Button variant="outlined" @click="writing = false">Done</Button>
    </div>
    <slot />
    <h2 id="by-when" class="gap">By when</h2>
    <div class="card form">
      <Choice
        label="Lapses"
        :model-value="plan.deadline.kind"
        :options="[
          { value: 'none', label: 'never' },
          { value: 'at', label: 'at a time' },
          { value: 'after', label: 'days after sending' },
          {
            value: 'before',
            label: `days before the job’s day${view.jobDay ? '' : ' (the job has no day yet)'}`,
            disabled: !view.jobDay,
          },
        ]"
        @update:model-value="setDeadline($event as 'at')"
      />
      <label v-if="plan.deadline.kind === 'at'" class="field"
        ><span>Please by</span><WhenField :model-value="local" kind="moment" @given="setAt($event)" /><span
          v-if="problem"
          class="error"
          >{{ problem }}</span
        ></label
      >
      <label v-else-if="plan.deadline.kind === 'after'" class="field"
        ><span>Days after sending</span
        ><InputNumber
          :model-value="plan.deadline.days"
          :use-grouping="false"
          :min="1"
          :max="365"
          @update:model-value="round.change({ deadline: { kind: 'after', days: days($event, 1) } })"
      /></label>
      <label v-else-if="plan.deadline.kind === 'before'" class="field"
        ><span>Days before the job’s day</span
        ><InputNumber
          :model-value="plan.deadline.days"
          :use-grouping="false"
          :min="0"
          :max="365"
          @update:model-value="round.change({ deadline: { kind: 'before', days: days($event, 0) } })"
      /></label>
      <Choice
        label="Reminders"
        :model-value="plan.reminders.kind"
        :options="[
          { value: 'none', label: 'none' },
          { value: 'daily', label: 'every day' },
          { value: 'weekly', label: 'every week' },
          { value: 'own', label: 'on days of your own' },
        ]"
        @update:model-value="setReminders($event as 'own')"
      />
      <div v-if="own3" class="two">
        <label class="field"
          ><span>Days after asking</span
          ><TypedText
            :value="own3.after.join(', ')"
            @given="round.change({ reminders: { ...own3, after: numbers($event).filter((n) => n > 0) } })"
        /></label>
        <label class="field"
          ><span>Days before it lapses</span
          ><TypedText
            :value="own3.before.join(', ')"
            @given="round.change({ reminders: { ...own3, before: numbers($event) } })"
        /></label>
      </div>
      <label class="field"
        ><span>A further sentence to tick before signing</span
        ><TypedText
          :value="plan.consent"
          maxlength="400"
          placeholder="none"
          @given="round.change({ consent: $event.trim() })"
      /></label>
    </div>
  </div>
</template>
