<script setup lang="ts">
import { z } from 'zod'
import { newNote, newPayment } from '~~/shared/jobs'
import { typedAmount } from '~~/shared/typed'
import ListSend from '../round/ListSend.vue'
import { useLibrary } from '../library/useLibrary'
import { useMaking } from './making'
import { useJob } from './useJob'

/** What can be added to a job by hand: a paper, money that came in, a note. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { post } = thisJob
const { make, makeFrom } = useMaking()
const library = useLibrary()
const session = useSession()
const mayBook = computed(() => session.data?.member?.role === 'owner')
const open = ref<'' | 'paper' | 'list' | 'payment' | 'note'>('')
const toggle = (what: typeof open.value) => {
  open.value = open.value === what ? '' : what
}

library.follow(() => open.value === 'paper' || open.value === 'list')
const from = reactive({ templateId: '', guestId: '' })
/** What an address asks to be added: a payment, a note, or a paper of a kind, its template chosen where it is the only one. */
const asked = String(useRoute().query.add ?? '')
if (asked === 'note' || (asked === 'payment' && mayBook.value)) open.value = asked
else if (['quote', 'contract', 'waiver', 'form', 'paper'].includes(asked)) {
  open.value = 'paper'
  watch(
    () => library.live,
    (live) => {
      const fit = live.filter((t) => t.kind === asked)
      if (fit.length === 1) from.templateId ||= fit[0]!.id
    },
    { immediate: true },
  )
}
const makeChosen = async () =>
  await makeFrom(
    library.live.find((t) => t.id === from.templateId)!,
    from.guestId || undefined,
  )
const fromTemplate = z.object({ templateId: z.string().min(1, 'Choose a template.') })

const note = reactive({ words: '' })
async function addNote(body: object) {
  await post('/notes', body)
  note.words = ''
  open.value = ''
}

const locale = useLocale()
const payment = reactive({ stage: '', amount: '', method: 'bank', key: newKey() })
const stage = computed(() => payment.stage || (job.value.stages.find((s) => s.open > 0)?.key ?? ''))
/** The amount as it is typed here, besides what every payment needs. */
const booked = computed(() => newPayment.extend({ amount: typedAmount(job.value.currency, locale.value) }))
async function addPayment(body: object) {
  await post('/payments', body)
  Object.assign(payment, { amount: '', key: newKey() })
  open.value = ''
}
</script>

<template>
  <section aria-labelledby="add">
    <h2 id="add">Add</h2>
    <p class="acts">
      <Button variant="outlined" :aria-expanded="open === 'paper'" @click="toggle('paper')">A paper</Button>
      <Button variant="outlined" :aria-expanded="open === 'list'" @click="toggle('list')">Send to a list</Button>
      <Button v-if="mayBook" variant="outlined" :aria-expanded="open === 'payment'" @click="toggle('payment')">
        A payment
      </Button>
      <Button variant="outlined" :aria-expanded="open === 'note'" @click="toggle('note')">A note</Button>
    </p>
    <div v-if="open === 'paper'">
      <p class="acts">
        <Button variant="outlined" @click="make('quote')">Quote</Button>
        <Button variant="outlined" @click="make('contract')">Contract</Button>
      </p>
      <p class="acts">
        <LinkButton :to="`/bring?job=${job.id}`">Bring in a PDF, DOCX or photographs</LinkButton>
      </p>
      <FormOf class="card grid gap-2.5 mt-2.5" :schema="fromTemplate" :given="() => from" :send="makeChosen">
        <FieldOf name="templateId"
          ><Choice
            v-model="from.templateId"
            label="Or from a template"
            required
            :options="[
              { value: '', label: 'Choose a template' },
              ...library.live.map((t) => ({ value: t.id, label: t.name })),
            ]"
        /></FieldOf>
        <Choice
          v-if="job.guests.length"
          v-model="from.guestId"
          label="For which guest (where it is about one)"
          :options="[{ value: '', label: 'none' }, ...job.guests.map((g) => ({ value: g.id, label: g.name }))]"
        />
        <Button type="submit">Make the paper</Button>
      </FormOf>
    </div>
    <ListSend
      v-if="open === 'list'"
      :job-id="job.id"
      :templates="library.live"
      @started="(id) => navigateTo(`/lists/${id}`)"
    />
    <FormOf
      v-if="open === 'note'"
      v-slot="{ busy }"
      class="card grid gap-2.5 mt-2.5"
      :schema="newNote"
      :given="() => note"
      :send="addNote"
    >
      <FieldOf name="words" label="Note"
        ><Textarea v-model="note.words" auto-resize rows="3" maxlength="2000"
      /></FieldOf>
      <Button type="submit" :disabled="busy">Keep the note</Button>
    </FormOf>
    <FormOf
      v-if="open === 'payment'"
      v-slot="{ busy }"
      class="card grid gap-2.5 mt-2.5"
      :schema="booked"
      :given="() => ({ ...payment, stage })"
      :send="addPayment"
    >
      <FieldOf name="stage"
        ><Choice
          label="For"
          :model-value="stage"
          :options="job.stages.map((s) => ({ value: s.key, label: `${s.label}, ${money(s.open, job.currency)} open` }))"
          @update:model-value="payment.stage = $event"
      /></FieldOf>
      <FieldOf name="amount" label="Amount"
        ><InputText v-model="payment.amount" inputmode="decimal" required
      /></FieldOf>
      <Choice
        v-model="payment.method"
        label="How"
        :options="[
          { value: 'bank', label: 'by bank' },
          { value: 'cash', label: 'in cash' },
        ]"
      />
      <Button type="submit" :disabled="busy">Book the payment</Button>
    </FormOf>
  </section>
</template>
