<script setup lang="ts">
import { readAmount, typedWords } from '~~/core/money/typed'
import type { TemplateRow } from '~~/shared/library'
import ListSend from '../round/ListSend.vue'
import { useThisJob } from './useJob'

/** What can be added to a job by hand: a paper, money that came in, a note. */
const { job, act, post, make } = useThisJob()
const session = useSession()
const mayBook = computed(() => session.data?.member?.role === 'owner')
const open = ref<'' | 'paper' | 'list' | 'payment' | 'note'>('')
const toggle = (what: typeof open.value) => {
  open.value = open.value === what ? '' : what
}

const choices = ref<TemplateRow[]>([])
const chosen = ref('')
const guest = ref('')
watch(open, async (what) => {
  if ((what === 'paper' || what === 'list') && !choices.value.length)
    choices.value = (await api<{ templates: TemplateRow[] }>('/api/library')).templates.filter((t) => !t.archivedAt)
})
const makeFrom = () =>
  act(async () => {
    const body = { templateId: chosen.value, ...(guest.value ? { guestId: guest.value } : {}), key: newKey() }
    const { id } = await api<{ id: string }>(`/api/jobs/${job.value.id}/papers`, { method: 'POST', body })
    const marked = choices.value.find((t) => t.id === chosen.value)?.marked
    await navigateTo(`/papers/${id}/${marked ? 'mark' : 'write'}`)
  })

const words = ref('')
const addNote = () =>
  act(async () => {
    await post('/notes', { words: words.value })
    words.value = ''
    open.value = ''
  })

const locale = useLocale()
const wrongAmount = ref('')
const payment = reactive({ stage: '', amount: '', method: 'bank', key: newKey() })
const stage = computed(() => payment.stage || (job.value.stages.find((s) => s.open > 0)?.key ?? ''))
const addPayment = () =>
  act(async () => {
    const read = readAmount(payment.amount, job.value.currency, locale.value)
    wrongAmount.value = 'problem' in read ? typedWords(read.problem, payment.amount, locale.value) : ''
    if ('problem' in read) return
    await post('/payments', { stage: stage.value, amount: read.value, method: payment.method, key: payment.key })
    Object.assign(payment, { amount: '', key: newKey() })
    open.value = ''
  })
</script>

<template>
  <section aria-labelledby="add">
    <h2 id="add">Add</h2>
    <p class="row">
      <button class="btn" :aria-expanded="open === 'paper'" @click="toggle('paper')">A paper</button>
      <button class="btn" :aria-expanded="open === 'list'" @click="toggle('list')">Send to a list</button>
      <button v-if="mayBook" class="btn" :aria-expanded="open === 'payment'" @click="toggle('payment')">
        A payment
      </button>
      <button class="btn" :aria-expanded="open === 'note'" @click="toggle('note')">A note</button>
    </p>
    <div v-if="open === 'paper'">
      <p class="row">
        <button class="btn" @click="make('quote')">Quote</button>
        <button class="btn" @click="make('contract')">Contract</button>
      </p>
      <p class="row">
        <NuxtLink class="btn" :to="`/bring?job=${job.id}`">Bring in a PDF, DOCX or photographs</NuxtLink>
      </p>
      <form class="card" @submit.prevent="makeFrom">
        <label class="field"
          ><span>Or from a template</span>
          <select v-model="chosen" class="input" required>
            <option value="">Choose a template</option>
            <option v-for="t in choices" :key="t.id" :value="t.id">{{ t.name }}</option>
          </select></label
        >
        <label v-if="job.guests.length" class="field"
          ><span>For which guest (where it is about one)</span>
          <select v-model="guest" class="input">
            <option value="">none</option>
            <option v-for="g in job.guests" :key="g.id" :value="g.id">{{ g.name }}</option>
          </select></label
        >
        <button class="btn main">Make the paper</button>
      </form>
    </div>
    <ListSend
      v-if="open === 'list'"
      :job-id="job.id"
      :templates="choices"
      @started="(id) => navigateTo(`/lists/${id}`)"
    />
    <form v-if="open === 'note'" class="card" @submit.prevent="addNote">
      <label class="field"><span>Note</span><textarea v-model="words" class="input" rows="3" maxlength="2000" /></label>
      <button class="btn main">Keep the note</button>
    </form>
    <form v-if="open === 'payment'" class="card" @submit.prevent="addPayment">
      <label class="field"
        ><span>For</span>
        <select :value="stage" class="input" @change="payment.stage = ($event.target as HTMLSelectElement).value">
          <option v-for="s in job.stages" :key="s.key" :value="s.key">
            {{ s.label }}, {{ money(s.open, job.currency) }} open
          </option>
        </select>
      </label>
      <label class="field"
        ><span>Amount</span
        ><input
          v-model="payment.amount"
          class="input"
          inputmode="decimal"
          required
          :aria-invalid="!!wrongAmount"
          aria-describedby="wrong-amount"
      /></label>
      <p v-if="wrongAmount" id="wrong-amount" class="error" role="alert">{{ wrongAmount }}</p>
      <label class="field"
        ><span>How</span>
        <select v-model="payment.method" class="input">
          <option value="bank">by bank</option>
          <option value="cash">in cash</option>
        </select>
      </label>
      <button class="btn main">Book the payment</button>
    </form>
  </section>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 8px;
}
form {
  display: grid;
  gap: 10px;
  margin-top: 10px;
}
</style>
