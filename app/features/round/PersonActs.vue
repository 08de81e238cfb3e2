<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { type output, z } from 'zod'
import { type RoundPersonView, manageRound, onPaper } from '~~/shared/rounds'
import { reaches } from '~~/core/rounds/plan'
import { usePaper } from '../paper/usePaper'
import AnswerForm from './AnswerForm.vue'
import { REACH_WORDS } from './useRound'

/** What can be done for one person of a round that is out. */
const props = defineProps<{ person: RoundPersonView; beside?: readonly RoundPersonView[] }>()
const thisPaper = usePaper()
const { id, paper, busy } = storeToRefs(thisPaper)
const { act, post, load } = thisPaper
const notices = useNotices()
const doing = ref<'' | 'correct' | 'replace' | 'paper'>('')
const out = computed(() => paper.value.state === 'out')
const asked = computed(() => ['asked', 'opened'].includes(props.person.status))
const left = computed(() => !['done', 'replaced', 'declined'].includes(props.person.status))
const open = computed(() => props.person.questions.find((q) => !q.answer))
const nudge = () =>
  act(async () => {
    await evenIfQuiet((quiet) => post('/round', { do: 'nudge', person: props.person.id, quiet }))
    notices.say(`Sent the link to ${props.person.name} again.`)
  })
const handing = ref(false)
/** Who gets the device next, one after the other, without coming back to the desk in between. */
const then = ref<string[]>([])
const handOver = () =>
  act(async () => {
    const { path } = await api<{ path: string }>('/api/handover', {
      method: 'POST',
      body: { personId: props.person.id, then: then.value },
    })
    window.location.replace(path)
  })
const link = ref('')
const makeLink = () =>
  act(async () => {
    link.value = (
      await api<{ url: string }>(`/api/papers/${id.value}/people/${props.person.id}/link`, { method: 'POST', body: {} })
    ).url
  })
const { copy } = useClipboard({ legacy: true })
const copied = () => copy(link.value).then(() => notices.say('The link is copied.'))
const to = reactive({
  name: props.person.name,
  email: props.person.email,
  phone: props.person.phone,
  reach: props.person.reach,
})
const correction = () => ({ do: 'correct', person: props.person.id, ...to })
async function correct(body: object) {
  await post('/round', body)
  doing.value = ''
  notices.say(asked.value ? 'Corrected, and sent again at once.' : 'Corrected.')
}
const other = reactive({ name: '', email: '', phone: '' })
const replacement = () => ({ do: 'replace', person: props.person.id, ...other })
async function replace(body: object) {
  await post('/round', body)
  doing.value = ''
}
const reopen = () => act(() => post('/round', { do: 'reopen', person: props.person.id }))
const scan = ref<File | null>(null)
const day = ref(paper.value.today)
const scanned = () => ({ person: props.person.id, day: day.value, name: scan.value?.name ?? '' })
const withScan = onPaper.extend({ name: z.string().min(1, 'Choose the scan.') })
async function signedOnPaper(body: output<typeof withScan>) {
  await api(`/api/papers/${id.value}/on-paper?${new URLSearchParams(body)}`, { method: 'POST', body: scan.value! })
  await load()
  doing.value = ''
}
</script>

<template>
  <div class="acts">
    <div class="acts">
      <Button v-if="person.closed && out" size="small" :disabled="busy" @click="reopen">Open it again</Button>
      <template v-if="out && !person.member && left">
        <Button
          v-if="person.may && person.reach !== 'link' && person.reach !== 'device'"
          size="small"
          variant="outlined"
          :disabled="busy"
          @click="nudge"
        >
          Nudge
        </Button>
        <Button v-if="person.may" size="small" variant="outlined" @click="handing = true">Sign on this device</Button>
        <Button v-if="asked" size="small" variant="outlined" :disabled="busy" @click="makeLink">Link or QR code</Button>
        <Button size="small" variant="outlined" @click="doing = 'correct'">Correct the address</Button>
        <Button v-if="person.part !== 'copy'" size="small" variant="outlined" @click="doing = 'replace'"
          >Replace them</Button
        >
        <Button v-if="person.may" size="small" variant="outlined" @click="doing = 'paper'">Signed on paper</Button>
      </template>
    </div>
    <div v-if="link" class="link">
      <QrImage :text="link" />
      <Button size="small" variant="outlined" @click="copied">Copy the link</Button>
    </div>
    <AnswerForm
      v-if="open"
      :asks="{ paperId: id, person: person.id, question: open.id, name: person.name }"
      @answered="load"
    />
    <FormOf v-if="doing === 'correct'" v-slot="{ busy: on }" :schema="manageRound" :given="correction" :send="correct">
      <FieldOf name="name" label="Name"><InputText v-model="to.name" maxlength="200" required /></FieldOf>
      <FieldOf name="email" label="E-mail"><InputText v-model="to.email" type="email" maxlength="200" /></FieldOf>
      <FieldOf name="phone" label="Phone"><InputText v-model="to.phone" type="tel" maxlength="40" /></FieldOf>
      <Choice v-model="to.reach" label="Reached" :options="reaches.map((r) => ({ value: r, label: REACH_WORDS[r] }))" />
      <p class="small soft">Their old link stops working{{ asked ? '; a new one goes out at once' : '' }}.</p>
      <Button type="submit" :disabled="on">Correct it</Button>
    </FormOf>
    <FormOf v-if="doing === 'replace'" v-slot="{ busy: on }" :schema="manageRound" :given="replacement" :send="replace">
      <FieldOf name="name" label="Who signs instead"
        ><InputText v-model="other.name" maxlength="200" required
      /></FieldOf>
      <FieldOf name="email" label="E-mail"><InputText v-model="other.email" type="email" maxlength="200" /></FieldOf>
      <FieldOf name="phone" label="Phone"><InputText v-model="other.phone" type="tel" maxlength="40" /></FieldOf>
      <p class="small soft">{{ person.name }}’s link stops working, and nothing they have typed goes to the other.</p>
      <Button type="submit" :disabled="on">Replace {{ person.name.split(' ')[0] }}</Button>
    </FormOf>
    <FormOf v-if="doing === 'paper'" v-slot="{ busy: on }" :schema="withScan" :given="scanned" :send="signedOnPaper">
      <FieldOf name="name" label="The scan (PDF, PNG or JPEG)"
        ><FilePick
          label="Choose the scan"
          :name="`The scan (PDF, PNG or JPEG)`"
          accept=".pdf,.png,.jpg,.jpeg"
          @picked="scan = $event[0]!"
        />
        <span v-if="scan" class="small">{{ scan.name }}</span></FieldOf
      >
      <FieldOf name="day" label="Signed on"><WhenField v-model="day" kind="day" :max="paper.today" required /></FieldOf>
      <p class="small soft">It is kept with your name: you say that they signed it.</p>
      <Button type="submit" :disabled="on">Mark as signed on paper</Button>
    </FormOf>
    <Dialog
      v-model:visible="handing"
      modal
      header="Hand over this device"
      :style="{ width: '460px' }"
      :draggable="false"
    >
      <p>
        You are about to hand this device to <b>{{ person.name }}</b>. Until it is handed back with your PIN, nothing of
        your side can be reached from it.
      </p>
      <fieldset v-if="beside?.length" class="border-0 p-0 mt-3">
        <legend class="small strong">And then, one after the other</legend>
        <label v-for="b in beside" :key="b.id" class="flex gap-2 items-center min-h-11"
          ><Checkbox v-model="then" :value="b.id" /><span>{{ b.name }}</span></label
        >
      </fieldset>
      <p class="mt-4.5">
        <Button size="large" :disabled="busy" @click="handOver">Hand it over now</Button>
        <Button variant="text" @click="handing = false">Never mind</Button>
      </p>
    </Dialog>
  </div>
</template>

<style scoped>
.acts,
form,
.link {
  display: grid;
  gap: 8px;
  margin-top: 8px;
  justify-items: start;
}
form .field {
  width: 100%;
}
</style>
