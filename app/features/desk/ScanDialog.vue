<script setup lang="ts">
import { nameOn, readScan, whoIsOn } from '~~/core/identity/scan'
import { readCode } from '~~/core/visits/code'
import type { DeskScan, DeskVisit } from '~~/shared/out/desk'
import LiveCamera from '../signer/LiveCamera.vue'
import { type Shown, useDesk } from './useDesk'
import { looker } from './looker'

/** A document held under a reader that types: whoever is on it is found, or can be taken in with what it says. */
const emit = defineEmits<{
  close: []
  found: [visit: DeskVisit, shown?: Shown]
  fresh: [who: { name: string; born: string; shown: Shown }]
}>()
const desk = useDesk()
const { data } = storeToRefs(desk)
const text = ref('')
/** What a picture showed; what is typed after it takes its place. */
const seen = ref<DeskScan['document']>(null)
const read = computed(() => readScan(text.value, Number(data.value!.today.slice(0, 4))) ?? seen.value)
/** A code that was scanned is one visit. */
const code = computed(() => readCode(text.value))
watch(code, (to) => {
  const visit = to && data.value!.visits.find((v) => v.code === to)
  if (visit) emit('found', visit)
})
const camera = ref(false)
const { busy, act } = useAct()
const taken = (picture: Blob | null) =>
  picture &&
  act(async () => {
    const got = await api<DeskScan>('/api/desk/scan', { method: 'POST', body: picture })
    seen.value = got.document
    text.value = got.code ?? ''
    camera.value = false
  })
/** The stand-in scanner, where it was asked for. */
const specimens = ref<{ name: string; text: string }[]>([])
onMounted(async () => {
  const there = await api<{ specimens: { name: string; text: string }[] }>('/api/desk/specimens').catch(() => null)
  specimens.value = there?.specimens ?? []
})
const who = computed(() => (read.value ? whoIsOn(read.value, data.value!.visits, data.value!.day) : []))
const expired = computed(() => !!read.value?.expires && read.value.expires < data.value!.today)
const keeps = computed(() => data.value!.settings.keeps)
const fresh = () =>
  emit('fresh', {
    name: nameOn(read.value!),
    born: keeps.value.includes('born') ? (read.value!.born ?? '') : '',
    shown: read.value!,
  })
/** What is kept of a document, in words. */
const kept = computed(() => {
  const born = keeps.value.includes('born')
    ? 'The name and the day of birth are kept of somebody new'
    : 'The name is kept of somebody new'
  const shown = keeps.value.includes('document')
    ? ', and that a document was shown, which kind and until when it is good'
    : ''
  return `${born}${shown}. Nothing else of a document is, and no picture.`
})
// The camera looks by itself; a picture is only sent where that reads nothing.
const looks = looker(Number(data.value!.today.slice(0, 4)), (got) => {
  seen.value = got.document
  text.value = got.code ?? ''
  camera.value = false
})
onBeforeUnmount(looks.stop)
</script>

<template>
  <Dialog
    class="reach"
    visible
    modal
    header="Scan a code or a document"
    :style="{ width: 'min(620px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <div class="grid gap-3">
      <label class="field"
        ><span>Hold the code or the document under the reader; what it reads appears here</span
        ><Textarea
          v-model="text"
          rows="3"
          maxlength="3000"
          autofocus
          spellcheck="false"
          class="font-mono"
          aria-describedby="scan-kept"
      /></label>
      <p id="scan-kept" class="soft small">
        {{ kept }}
      </p>
      <p class="acts">
        <Button variant="outlined" size="large" :disabled="busy" @click="camera = !camera">{{
          camera ? 'Without the camera' : 'Use the camera'
        }}</Button>
        <Button
          v-for="s in specimens"
          :key="s.name"
          variant="text"
          :aria-label="`Pretend to scan: ${s.name}`"
          @click="text = s.text"
          >{{ s.name }}</Button
        >
      </p>
      <p v-if="specimens.length" class="soft small">The scanner is pretended here: these are specimens of nobody.</p>
      <LiveCamera
        v-if="camera"
        label="Hold the code or the document before the camera"
        facing="environment"
        :look="looks.look"
        @taken="taken"
      />
      <div aria-live="polite" class="grid gap-3">
        <template v-if="read">
          <p class="text-l">
            {{ nameOn(read) }}<span v-if="read.born" class="soft">, born {{ read.born }}</span>
          </p>
          <p v-if="read.badDigits.length" class="notice small">
            Its check digits don’t fit: {{ read.badDigits.join(', ') }}. Look at the document yourself.
          </p>
          <p v-if="expired" class="notice small">It has expired.</p>
          <p v-for="v in who" :key="v.jobId + v.contactId" class="acts">
            <Button size="large" @click="emit('found', v, read!)">{{ v.name }}, {{ v.time || 'today' }}</Button>
          </p>
          <p class="acts">
            <span v-if="!who.length">Nobody of that name and age is expected.</span>
            <Button size="large" :variant="who.length ? 'text' : undefined" @click="fresh">Someone new</Button>
          </p>
        </template>
        <p v-else-if="code" class="text-l">{{ code }}: nobody who comes today has this code.</p>
        <Message v-else-if="text.trim().length > 20" severity="error" size="small" variant="simple"
          >This is no passport, identity card or licence. Scan the lines at its foot, or the large barcode on its
          back.</Message
        >
      </div>
    </div>
  </Dialog>
</template>
