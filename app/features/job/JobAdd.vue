<script setup lang="ts">
import { z } from 'zod'
import { newNote, newPayment } from '~~/shared/jobs'
import { typedAmount } from '~~/shared/typed'
import ListSend from '../round/ListSend.vue'
import { useLibrary } from '../library/useLibrary'
import type { JobFile } from '~~/shared/out/jobs'
import { useMaking } from './making'
import { takeToJob } from './files'
import TaskNew from '../tasks/TaskNew.vue'
import FormAsk from './FormAsk.vue'
import { useJob } from './useJob'

/** What can be added to a job by hand: a paper, money that came in, a note. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { post } = thisJob
const { make, makeFrom } = useMaking()
const library = useLibrary()
const session = useSession()
const notices = useNotices()
const mayBook = computed(() => session.may('book'))
const open = ref<'' | 'paper' | 'form' | 'list' | 'payment' | 'note' | 'task'>('')
/** Shuts what is done with: by the time its answer is here something else may be open. */
const shut = (what: typeof open.value) => {
  if (open.value === what) open.value = ''
}
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
/** Pictures and files that will stand with the note; each was taken to the job when it was chosen. */
const taken = ref<JobFile[]>([])
const taking = ref(0)
const noteGiven = () => ({ ...note, files: taken.value.map((f) => f.sha) })
async function take(files: readonly File[]): Promise<void> {
  taking.value += files.length
  for (const file of files)
    try {
      taken.value.push(await takeToJob(job.value.id, file))
    } catch (e) {
      notices.trouble(e)
    } finally {
      taking.value -= 1
    }
}
async function addNote(body: object) {
  await post('/notes', body)
  note.words = ''
  taken.value = []
  shut('note')
}
const again = async () => {
  const { id } = await api<{ id: string }>(`/api/jobs/${job.value.id}/copy`, {
    method: 'POST',
    body: { key: newKey() },
  })
  await navigateTo(`/jobs/${id}`)
}

const locale = useLocale()
const payment = reactive({ stage: '', amount: '', method: 'bank', key: newKey() })
const stage = computed(() => payment.stage || (job.value.stages.find((s) => s.open > 0)?.key ?? ''))
/** The amount as it is typed here, besides what every payment needs. */
const booked = computed(() => newPayment.extend({ amount: typedAmount(job.value.currency, locale.value) }))
async function addPayment(body: object) {
  await post('/payments', body)
  Object.assign(payment, { amount: '', key: newKey() })
  shut('payment')
}
</script>

<template>
  <section aria-labelledby="add">
    <h2 id="add">Add</h2>
    <p class="acts">
      <Button variant="outlined" :aria-expanded="open === 'paper'" @click="toggle('paper')">A paper</Button>
      <Button v-if="session.may('papers')" variant="outlined" :aria-expanded="open === 'form'" @click="toggle('form')"
        >A form to answer</Button
      >
      <Button variant="outlined" :aria-expanded="open === 'list'" @click="toggle('list')">Send to a list</Button>
      <Button v-if="mayBook" variant="outlined" :aria-expanded="open === 'payment'" @click="toggle('payment')">
        A payment
      </Button>
      <Button variant="outlined" :aria-expanded="open === 'note'" @click="toggle('note')">A note or picture</Button>
      <Button variant="outlined" :aria-expanded="open === 'task'" @click="toggle('task')">A task</Button>
      <Button variant="outlined" @click="again">Another job like it</Button>
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
    <FormAsk v-if="open === 'form'" @done="shut('form')" />
    <ListSend
      v-if="open === 'list'"
      :job-id="job.id"
      :templates="library.live"
      @started="(id) => navigateTo(`/lists/${id}`)"
    />
    <TaskNew v-if="open === 'task'" :job-id="job.id" @done="shut('task')" />
    <FormOf
      v-if="open === 'note'"
      v-slot="{ busy }"
      class="card grid gap-2.5 mt-2.5"
      :schema="newNote"
      :given="noteGiven"
      :send="addNote"
    >
      <FieldOf name="words" label="Note"
        ><Textarea v-model="note.words" auto-resize rows="3" maxlength="2000"
      /></FieldOf>
      <ul v-if="taken.length" class="flex flex-wrap gap-2" aria-label="With the note">
        <li v-for="f in taken" :key="f.sha" class="small flex items-center gap-1">
          {{ f.name }}
          <Button
            variant="text"
            size="small"
            :aria-label="`Leave out ${f.name}`"
            @click="taken = taken.filter((x) => x !== f)"
            >Leave out</Button
          >
        </li>
      </ul>
      <div class="acts">
        <FilePick
          label="Picture or file"
          name="A picture or file for the note"
          accept="image/*,application/pdf"
          multiple
          @picked="take"
        />
        <Button type="submit" :disabled="busy || taking > 0">{{
          taking ? 'Taking the picture…' : 'Keep the note'
        }}</Button>
      </div>
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
