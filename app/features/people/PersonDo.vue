<script setup lang="ts">
import { z } from 'zod'
import { personLetter, personNote } from '~~/shared/people'
import { useLibrary } from '../library/useLibrary'
import SamePerson from './SamePerson.vue'
import { usePerson } from './usePerson'

/** What can be done for and with a person. */
const store = usePerson()
const { data: view } = storeToRefs(store)
const session = useSession()
const notices = useNotices()
const asking = useAsking()
const { busy, act } = useAct()
const person = computed(() => view.value.person)
const open = ref<'' | 'paper' | 'write' | 'note' | 'same'>('')
const library = useLibrary()
library.follow(() => open.value === 'paper')

const paper = reactive({ templateId: '', jobId: '' })
const begin = (what: typeof open.value) => {
  Object.assign(paper, { templateId: '', jobId: '' })
  Object.assign(letter, { subject: '', words: '' })
  note.words = ''
  open.value = what
}
/** Papers for who works here stand by themselves; the others are made on a job. */
const forStaff = computed(() => library.live.find((t) => t.id === paper.templateId)?.target === 'staff')
const templates = computed(() =>
  [...library.live]
    .filter((t) => t.kind !== 'waiver')
    .sort((a, b) => Number(b.target === 'staff') - Number(a.target === 'staff'))
    .map((t) => ({ value: t.id, label: t.target === 'staff' ? `${t.name}, for who works here` : t.name })),
)
const jobs = computed(() => [
  { value: '', label: 'by itself, without a job' },
  ...view.value.jobs.filter((j) => !j.house).map((j) => ({ value: j.id, label: j.title })),
])
const paperSchema = z.object({ templateId: z.string().min(1, 'Choose a template.'), jobId: z.string().nullable() })
const paperGiven = () => ({ templateId: paper.templateId, jobId: paper.jobId || null })
async function makePaper(body: z.output<typeof paperSchema>) {
  const id = await store.makePaper(body)
  await navigateTo(`/papers/${id}`)
}
const letter = reactive({ subject: '', words: '' })
const letterSchema = personLetter.omit({ key: true })
async function write(body: z.output<typeof letterSchema>) {
  await store.write(body)
  open.value = ''
  notices.say(`It goes to ${person.value.email}.`)
}
const note = reactive({ words: '' })
async function keepNote(body: { words: string }) {
  await store.note(body.words)
  open.value = ''
}
const sendStatement = () =>
  act(async () => {
    await store.statement()
    notices.say(`The statement goes to ${person.value.email}.`)
  })
const several = (n: number, what: string) => (n ? `${n} ${what}${n === 1 ? '' : 's'}` : '')
const forget = () =>
  act(async () => {
    const { against, kept } = await store.lookAtForgetting()
    if (against.length) throw new Error(against.join(' '))
    const stays = [several(kept.papers, 'signed paper'), several(kept.invoices, 'invoice')]
      .filter(Boolean)
      .join(' and ')
    const words = `Forget ${person.value.name}? Name, addresses and what was written to them go, for good.${stays ? ` ${stays} stay with their name, as the law asks.` : ''}`
    if (!(await asking.ask(words, 'Forget them'))) return
    await store.forget()
    notices.say('Forgotten.')
    await navigateTo('/people')
  })
</script>

<template>
  <section aria-labelledby="do" class="grid gap-2">
    <h2 id="do">Do</h2>
    <p class="flex flex-wrap gap-2">
      <LinkButton v-if="session.may('jobs')" :to="`/jobs/new?client=${person.id}`">New job</LinkButton>
      <Button v-if="session.may('papers')" variant="outlined" @click="begin('paper')">A paper</Button>
      <Button v-if="session.may('send') && person.email" variant="outlined" @click="begin('write')">Write</Button>
      <Button v-if="session.may('jobs') || session.may('desk')" variant="outlined" @click="begin('note')"
        >A note</Button
      >
      <Button v-if="session.may('jobs')" variant="outlined" @click="begin('same')">Same person as…</Button>
    </p>
    <p v-if="session.may('money') && view.sums.jobs" class="acts">
      <a :href="`/api/contacts/${person.id}/statement`" target="_blank">Statement (PDF)</a>
      <Button
        v-if="session.may('book') && person.email"
        variant="outlined"
        size="small"
        :disabled="busy"
        @click="sendStatement"
        >Send it to them</Button
      >
    </p>
    <p v-if="session.may('settings')" class="acts">
      <a :href="`/api/contacts/${person.id}/data`" :download="`${person.name}.json`">All there is of them, as a file</a>
      <Button variant="text" size="small" :disabled="busy" @click="forget">Forget them…</Button>
    </p>
  </section>
  <Dialog
    :visible="open === 'paper'"
    modal
    :header="`A paper for ${person.name}`"
    class="w-[min(480px,calc(100vw-24px))]"
    :draggable="false"
    @update:visible="open = ''"
  >
    <FormOf v-slot="{ busy: sending }" class="grid gap-3" :schema="paperSchema" :given="paperGiven" :send="makePaper">
      <FieldOf name="templateId" label="From which template"
        ><Choice
          v-model="paper.templateId"
          aria-label="From which template"
          placeholder="Choose one"
          :options="templates"
      /></FieldOf>
      <Choice v-if="jobs.length > 1" v-model="paper.jobId" label="On which job" :options="jobs" />
      <p class="soft small">
        {{
          forStaff || !paper.jobId
            ? 'By itself it stands on a house job: papers of the business with whoever works for it.'
            : 'It is filled from the job.'
        }}
      </p>
      <p class="acts"><Button type="submit" :disabled="sending">Make the paper</Button></p>
    </FormOf>
  </Dialog>
  <Dialog
    :visible="open === 'write'"
    modal
    :header="`Write to ${person.name}`"
    class="w-[min(560px,calc(100vw-24px))]"
    :draggable="false"
    @update:visible="open = ''"
  >
    <FormOf v-slot="{ busy: sending }" class="grid gap-3" :schema="letterSchema" :given="() => letter" :send="write">
      <FieldOf name="subject" label="Subject"><InputText v-model="letter.subject" maxlength="200" autofocus /></FieldOf>
      <FieldOf name="words" label="Words"
        ><Textarea v-model="letter.words" auto-resize rows="6" maxlength="10000"
      /></FieldOf>
      <p class="acts">
        <Button type="submit" :disabled="sending">Send it to {{ person.email }}</Button>
      </p>
    </FormOf>
  </Dialog>
  <Dialog
    :visible="open === 'note'"
    modal
    header="A note"
    class="w-[min(520px,calc(100vw-24px))]"
    :draggable="false"
    @update:visible="open = ''"
  >
    <FormOf v-slot="{ busy: sending }" class="grid gap-3" :schema="personNote" :given="() => note" :send="keepNote">
      <FieldOf name="words" label="For the business only"
        ><Textarea v-model="note.words" auto-resize rows="4" maxlength="10000" autofocus
      /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="sending">Keep the note</Button></p>
    </FormOf>
  </Dialog>
  <SamePerson v-if="open === 'same'" @close="open = ''" />
</template>
