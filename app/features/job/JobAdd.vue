<script setup lang="ts">
import { readAmount, typedWords } from '~~/core/money/typed'
import ListSend from '../round/ListSend.vue'
import { useLibrary } from '../library/useLibrary'
import { useMaking } from './making'
import { useJob } from './useJob'

/** What can be added to a job by hand: a paper, money that came in, a note. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { act, post } = thisJob
const { make, makeFrom } = useMaking()
const library = useLibrary()
library.follow()
const session = useSession()
const mayBook = computed(() => session.data?.member?.role === 'owner')
const open = ref<'' | 'paper' | 'list' | 'payment' | 'note'>('')
const toggle = (what: typeof open.value) => {
  open.value = open.value === what ? '' : what
}

const chosen = ref('')
const guest = ref('')
const choices = computed(() => library.live)
function makeChosen() {
  const template = choices.value.find((t) => t.id === chosen.value)
  if (template) return makeFrom(template, guest.value || undefined)
}

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
      <Button variant="outlined" :aria-expanded="open === 'paper'" @click="toggle('paper')">A paper</Button>
      <Button variant="outlined" :aria-expanded="open === 'list'" @click="toggle('list')">Send to a list</Button>
      <Button v-if="mayBook" variant="outlined" :aria-expanded="open === 'payment'" @click="toggle('payment')">
        A payment
      </Button>
      <Button variant="outlined" :aria-expanded="open === 'note'" @click="toggle('note')">A note</Button>
    </p>
    <div v-if="open === 'paper'">
      <p class="row">
        <Button variant="outlined" @click="make('quote')">Quote</Button>
        <Button variant="outlined" @click="make('contract')">Contract</Button>
      </p>
      <p class="row">
        <LinkButton :to="`/bring?job=${job.id}`">Bring in a PDF, DOCX or photographs</LinkButton>
      </p>
      <form class="card" @submit.prevent="makeChosen">
        <Choice
          v-model="chosen"
          label="Or from a template"
          required
          :options="[
            { value: '', label: 'Choose a template' },
            ...choices.map((t) => ({ value: t.id, label: t.name })),
          ]"
        />
        <Choice
          v-if="job.guests.length"
          v-model="guest"
          label="For which guest (where it is about one)"
          :options="[{ value: '', label: 'none' }, ...job.guests.map((g) => ({ value: g.id, label: g.name }))]"
        />
        <Button type="submit">Make the paper</Button>
      </form>
    </div>
    <ListSend
      v-if="open === 'list'"
      :job-id="job.id"
      :templates="choices"
      @started="(id) => navigateTo(`/lists/${id}`)"
    />
    <form v-if="open === 'note'" class="card" @submit.prevent="addNote">
      <label class="field"><span>Note</span><Textarea v-model="words" auto-resize rows="3" maxlength="2000" /></label>
      <Button type="submit">Keep the note</Button>
    </form>
    <form v-if="open === 'payment'" class="card" @submit.prevent="addPayment">
      <Choice
        label="For"
        :model-value="stage"
        :options="job.stages.map((s) => ({ value: s.key, label: `${s.label}, ${money(s.open, job.currency)} open` }))"
        @update:model-value="payment.stage = $event"
      />
      <label class="field"
        ><span>Amount</span
        ><InputText
          v-model="payment.amount"
          inputmode="decimal"
          required
          :aria-invalid="!!wrongAmount"
          aria-describedby="wrong-amount"
      /></label>
      <p v-if="wrongAmount" id="wrong-amount" class="error" role="alert">{{ wrongAmount }}</p>
      <Choice
        v-model="payment.method"
        label="How"
        :options="[
          { value: 'bank', label: 'by bank' },
          { value: 'cash', label: 'in cash' },
        ]"
      />
      <Button type="submit">Book the payment</Button>
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
