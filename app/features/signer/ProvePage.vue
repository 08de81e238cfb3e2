<script setup lang="ts">
import { useIntervalFn, useTimeoutFn } from '@vueuse/core'
import type { SignerView } from '~~/shared/signer'
import LiveCamera from './LiveCamera.vue'
import { useSigner } from './useSigner'
import { useSays } from './says'

/** Before anything can be read: whoever holds the link shows that they are the one who is meant. */
const props = defineProps<{ view: SignerView }>()
const emit = defineEmits<{ proved: [] }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const { act, post } = signer
const says = useSays()
const prove = computed(() => props.view.prove!)
const code = ref('')
const sent = ref('')
const wait = ref(0)
const closed = ref(prove.value.closed || prove.value.left === 0)
const left = ref(prove.value.left)
const { resume: countDown, pause } = useIntervalFn(
  () => {
    wait.value = Math.max(0, wait.value - 1)
    if (!wait.value) pause()
  },
  1000,
  { immediate: false },
)
function failed(e: unknown) {
  if (!(e instanceof ApiProblem)) return
  if (typeof e.extra.left === 'number') left.value = e.extra.left
  if (e.extra.reason === 'closed') closed.value = true
}
const send = () =>
  act(async () => {
    const got = await post<{ to: string; wait: number }>('/code/send', {})
    sent.value = got.to
    wait.value = got.wait
    countDown()
  }, failed)
const give = () =>
  act(async () => {
    await post('/code', { code: code.value })
    emit('proved')
  }, failed)
const document = ref<Blob | null>(null)
const selfie = ref<Blob | null>(null)
const byCamera = computed(() => prove.value.live)
/** Where in the picture the server wants the document to be held: it can't have been taken before. */
const challenge = ref<{ id: string; hold: 'high' | 'low'; seconds: number } | null>(null)
const { start: staysFresh, stop: grownOld } = useTimeoutFn(
  () => (challenge.value = null),
  () => (challenge.value?.seconds ?? 0) * 1000,
  { immediate: false },
)
const ask = () =>
  act(async () => {
    grownOld()
    document.value = null
    challenge.value = await post('/challenge', {})
    staysFresh()
  }, failed)
const file = (event: Event) => (event.target as HTMLInputElement).files?.[0] ?? null
const show = () =>
  act(async () => {
    const form = new FormData()
    if (document.value) form.set('document', document.value)
    if (selfie.value) form.set('selfie', selfie.value)
    form.set('challenge', challenge.value?.id ?? '')
    try {
      await api(signer.at('/document'), { method: 'POST', body: form })
    } finally {
      challenge.value = null
    }
    emit('proved')
  }, failed)
</script>

<template>
  <div class="prove py-7 px-5">
    <ContourLines />
    <h1>{{ closed ? says('closedTries') : says('prove') }}</h1>
    <p v-if="closed" class="soft">
      {{ says('triesWords', { email: view.business.email, phone: view.business.phone }) }}
    </p>
    <template v-else>
      <p class="soft">{{ says('proveWhy', { business: view.business.name }) }}</p>
      <template v-if="prove.kind === 'one-time'">
        <p>{{ sent ? says('codeSent', { address: sent }) : says('sendCodeTo', { address: prove.to }) }}</p>
        <Button v-if="!sent" size="large" class="wide" :disabled="busy" @click="send">{{ says('sendCode') }}</Button>
      </template>
      <form v-if="prove.kind === 'agreed' || sent" class="code" @submit.prevent="give">
        <label class="field"
          ><span>{{
            prove.kind === 'agreed' ? says('agreedCode', { business: view.business.name }) : says('code')
          }}</span
          ><InputText
            v-model="code"
            autocomplete="one-time-code"
            :inputmode="prove.kind === 'agreed' ? 'text' : 'numeric'"
            maxlength="40"
            required
            :aria-invalid="!!told"
            aria-describedby="code-wrong"
        /></label>
        <p v-if="prove.hint" class="soft small">{{ prove.hint }}</p>
        <Button type="submit" size="large" class="wide" :disabled="busy || !code">{{ says('goOn') }}</Button>
        <Button v-if="sent" variant="text" :disabled="busy || wait > 0" @click="send">
          {{ wait > 0 ? says('againIn', { n: wait }) : says('sendAnother') }}
        </Button>
      </form>
      <form v-if="prove.kind === 'document'" class="code" @submit.prevent="show">
        <p>{{ says('showDocument') }}</p>
        <Button
          v-if="byCamera && !challenge"
          size="large"
          variant="outlined"
          class="wide"
          :disabled="busy"
          @click="ask"
        >
          {{ says('startCamera') }}
        </Button>
        <LiveCamera
          v-else-if="byCamera"
          :label="says('document')"
          :hint="says(challenge!.hold === 'high' ? 'holdHigh' : 'holdLow')"
          facing="environment"
          @taken="document = $event"
        />
        <label v-else class="field"
          ><span>{{ says('document') }}</span
          ><input
            class="input"
            type="file"
            accept="image/png,image/jpeg"
            capture="environment"
            required
            @change="document = file($event)"
        /></label>
        <template v-if="prove.selfie">
          <p>{{ says('selfieHint') }}</p>
          <LiveCamera v-if="byCamera && document" :label="says('selfie')" facing="user" @taken="selfie = $event" />
          <label v-else-if="!byCamera" class="field"
            ><span>{{ says('selfie') }}</span
            ><input
              class="input"
              type="file"
              accept="image/png,image/jpeg"
              capture="user"
              required
              @change="selfie = file($event)"
          /></label>
        </template>
        <p class="soft small">{{ says('tries', { n: left }) }}</p>
        <Button type="submit" size="large" class="wide" :disabled="busy || !document || (prove.selfie && !selfie)">
          {{ busy ? says('checking') : says('checkDocument') }}
        </Button>
      </form>
      <p v-if="told" id="code-wrong" class="error" role="alert">{{ told }}</p>
    </template>
  </div>
</template>

<style scoped>
.prove,
.code {
  display: grid;
  gap: 14px;
  justify-items: start;
  width: 100%;
}
.prove h1 {
  font-size: 27px;
}
.field,
.wide {
  width: 100%;
}
</style>
