<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { type Language, languages } from '~~/core/text/language'
import { LANGUAGE_NAMES, isRightToLeft } from '~~/shared/words'
import type { OwnContents, OwnView } from '~~/shared/out/own'
import OwnPage from '~/features/own/OwnPage.vue'
import { SAYS, sayingIn } from '~/features/signer/says'
import { inColours } from '~/composables/look'

/** Somebody's own page: proved by a code by mail, in the business's looks and their language. Drawn on the server. */
definePageMeta({ layout: 'plain' })
const token = String(useRoute().params.token)
const at = `/api/own/${encodeURIComponent(token)}`
const chosen = useCookie<Language | undefined>('upwold-language', { maxAge: 60 * 60 * 24 * 365, sameSite: 'lax' })
const fetcher = useRequestFetch()
const {
  data: view,
  error,
  refresh,
} = await useAsyncData(`own-${token}`, () =>
  fetcher<OwnView>(at, { query: languages.includes(chosen.value as Language) ? { lang: chosen.value } : {} }),
)
if (import.meta.server && error.value) setResponseStatus(useRequestEvent()!, 404)
const { says, ready } = sayingIn(() => view.value?.language ?? 'en')
provide(SAYS, says)
await ready
const language = computed({
  get: () => says.value.language,
  set: (to) => {
    chosen.value = to
    void refresh()
  },
})
useHead({
  htmlAttrs: {
    lang: () => says.value.language,
    dir: () => (isRightToLeft(says.value.language) ? 'rtl' : 'ltr'),
    style: () => (view.value ? inColours(view.value.business.look) : ''),
  },
  title: () => (view.value ? view.value.business.name : 'Not found'),
  meta: [{ name: 'robots', content: 'noindex' }],
})
const problem = ref('')
const busy = ref(false)
async function act(what: () => Promise<unknown>): Promise<void> {
  if (busy.value) return
  busy.value = true
  problem.value = ''
  try {
    await what()
  } catch (e) {
    problem.value = wordsOf(e)
  } finally {
    busy.value = false
  }
}
const alive = ref(false)
onMounted(() => (alive.value = true))

const sent = ref('')
const code = ref('')
const waits = ref(false)
const { start } = useTimeoutFn(() => (waits.value = false), 30_000, { immediate: false })
const send = () =>
  act(async () => {
    sent.value = (await api<{ to: string }>(`${at}/code`, { method: 'PUT' })).to
    waits.value = true
    start()
  })
const give = () =>
  act(async () => {
    await api(`${at}/code`, { method: 'POST', body: { code: code.value } })
    await refresh()
  })
const open = (place: string) =>
  act(async () => {
    const { path } = await api<{ path: string }>(`${at}/open`, { method: 'POST', body: { place } })
    window.location.assign(path)
  })
const pay = ({ jobId, stage }: OwnContents['toPay'][number]) =>
  act(async () => {
    const { url } = await api<{ url: string }>(`${at}/pay`, { method: 'POST', body: { jobId, stage } })
    window.location.assign(url)
  })
const asking = ref(false)
const question = ref('')
const asked = ref(false)
let key = ''
const ask = () =>
  act(async () => {
    key ||= newKey()
    await api(`${at}/question`, { method: 'POST', body: { words: question.value, key } })
    key = ''
    question.value = ''
    asking.value = false
    asked.value = true
    await refresh()
  })
const initial = computed(() => view.value?.business.name.trim()[0] ?? '')
const logo = computed(() => view.value?.business.look.logo)
</script>

<template>
  <div v-if="!view" class="inner grid gap-4 py-10">
    <ContourLines />
    <h1>{{ says('linkNothing') }}</h1>
    <p role="alert">{{ says('linkUnknown') }}</p>
  </div>
  <div v-else class="ground min-h-screen" :data-alive="alive || undefined">
    <header class="top">
      <div class="inner flex items-center gap-3">
        <img
          v-if="logo"
          :src="`/api/look/${logo.sha}`"
          alt=""
          class="h-9 w-auto max-w-32 bg-paper rounded-corner p-1"
        />
        <span v-else class="mark" aria-hidden="true">{{ initial }}</span>
        <span class="flex-1 min-w-0"
          ><h1 class="name wrap-anywhere">{{ view.business.name }}</h1>
          <span v-if="view.contents" class="small block">{{ says('ownFor', { name: view.contents.name }) }}</span></span
        >
        <Select
          v-model="language"
          :options="languages.map((l) => ({ value: l, label: LANGUAGE_NAMES[l] }))"
          option-label="label"
          option-value="value"
          size="small"
          :aria-label="says('language')"
        />
      </div>
    </header>
    <div class="inner py-6">
      <p v-if="problem" class="notice trouble mb-4" role="alert">{{ problem }}</p>
      <p v-if="asked" class="notice mb-4" role="status">{{ says('ownAsked') }}</p>
      <template v-if="view.contents">
        <OwnPage :contents="view.contents" :at="at" :busy="busy || !alive" @open="open" @pay="pay" />
        <section class="ask">
          <Button v-if="!asking" variant="outlined" fluid :disabled="!alive" @click="asking = true">{{
            says('ownAsk')
          }}</Button>
          <form v-else class="grid gap-3" @submit.prevent="ask">
            <label class="field"
              ><span>{{ says('ownQuestion') }}</span
              ><Textarea v-model="question" auto-resize rows="3" maxlength="2000" autofocus
            /></label>
            <Button type="submit" :disabled="busy || !question.trim()">{{ says('ownSend') }}</Button>
          </form>
        </section>
      </template>
      <section v-else class="grid gap-3 max-w-110">
        <h2>{{ says('ownProve') }}</h2>
        <p>{{ sent ? says('ownProveSent', { to: sent }) : says('ownProveWhy', { to: view.to }) }}</p>
        <form v-if="sent" class="grid gap-3" @submit.prevent="give">
          <label class="field"
            ><span>{{ says('ownProveCode') }}</span
            ><InputText
              v-model="code"
              inputmode="numeric"
              autocomplete="one-time-code"
              maxlength="20"
              autofocus
              size="large"
          /></label>
          <Button type="submit" size="large" :disabled="busy || !code.trim()">{{ says('ownProveOpen') }}</Button>
        </form>
        <Button :variant="sent ? 'text' : undefined" size="large" :disabled="busy || waits || !alive" @click="send">{{
          says(sent ? 'ownAgain' : 'ownProveSend')
        }}</Button>
      </section>
    </div>
  </div>
</template>

<style scoped>
.inner {
  max-width: 640px;
  margin: 0 auto;
  padding-inline: 18px;
}
.top {
  background: var(--heather);
  color: var(--paper);
  padding: 16px 0;
}
.top :deep(.p-select) {
  flex: none;
  width: 128px;
}
.name {
  font: 600 var(--size-m)/1.3 var(--sans);
}
.mark {
  display: grid;
  place-items: center;
  width: 38px;
  height: 38px;
  border-radius: var(--corner);
  background: var(--paper);
  color: var(--heather);
  font: 700 20px/1 var(--serif);
}
.ask {
  position: sticky;
  bottom: 0;
  background: var(--chalk);
  padding: 12px 0;
}
</style>
