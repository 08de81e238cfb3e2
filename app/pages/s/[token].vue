<script setup lang="ts">
import { useIntervalFn, useWakeLock } from '@vueuse/core'
import { type Language, languages } from '~~/core/text/language'
import { LANGUAGE_NAMES, type WordKey, deadlineIn, isRightToLeft } from '~~/shared/words'
import type { SignerView } from '~~/shared/signer'
import { LISTEN, catchUpEarly } from '~/features/signer/early'
import { usePad } from '~/features/desk/usePad'
import HandBack from '~/features/signer/HandBack.vue'
import AffirmPage from '~/features/signer/AffirmPage.vue'
import ProvePage from '~/features/signer/ProvePage.vue'
import SignedPage from '~/features/signer/SignedPage.vue'
import SigningForm from '~/features/signer/SigningForm.vue'
import { SAYS, sayingIn } from '~/features/signer/says'
import { inColours } from '~/composables/look'
import { aboutOf, isQuote, useSigner } from '~/features/signer/useSigner'

/** What a signer's link opens. Drawn on the server, so that it can be read before any script has come. */
definePageMeta({ layout: 'plain' })
const token = String(useRoute().params.token)
/** Read before, where the page is drawn on the server: what it shows, or why there is nothing to show. */
const read = useRequestEvent()?.context.signer as { view: SignerView } | { problem: object } | undefined
async function load(): Promise<SignerView> {
  if (!read) return $fetch<SignerView>(`/api/sign/${encodeURIComponent(token)}${asked()}`)
  if ('view' in read) return read.view
  throw createError({ statusCode: 404, data: read.problem })
}
/** The language the signer switched to; before that it is the sender's choice or the browser's. */
const chosen = useCookie<Language | undefined>('upwold-language', { maxAge: 60 * 60 * 24 * 365, sameSite: 'lax' })
const asked = () => (languages.includes(chosen.value as Language) ? `?lang=${chosen.value}` : '')
const { data: view, error, refresh } = await useAsyncData(`sign-${token}`, load)
if (import.meta.server && error.value) setResponseStatus(useRequestEvent()!, 404)
const { says, ready } = sayingIn(() => view.value?.language ?? 'en')
provide(SAYS, says)
await ready
const failure = computed(() => {
  const data = (error.value as { data?: { title?: string; data?: { title?: string } } } | null)?.data
  return data?.title ?? data?.data?.title ?? says.value('tryLater')
})
/** A member's own link works for them alone, signed in. */
const forMember = computed(() => {
  const data = (error.value as { data?: { reason?: string; data?: { reason?: string } } } | null)?.data
  return (data?.reason ?? data?.data?.reason) === 'member'
})
const language = computed({
  get: () => says.value.language,
  set: (to) => {
    chosen.value = to
    void refresh()
  },
})
// Chosen before the page had come to life.
const chooser = useTemplateRef<HTMLSelectElement>('chooser')
onMounted(() => {
  const early = chooser.value?.value as Language | undefined
  if (early && early !== language.value) language.value = early
})
const direction = computed(() => (isRightToLeft(says.value.language) ? 'rtl' : 'ltr'))
useHead({
  htmlAttrs: {
    lang: () => says.value.language,
    dir: direction,
    style: () => (view.value ? inColours(view.value.business.look) : ''),
  },
  title: () =>
    view.value ? `${aboutOf(view.value) || view.value.business.name} · ${view.value.business.name}` : 'Not found',
  meta: [{ name: 'robots', content: 'noindex' }],
})
if (import.meta.server) useHead({ script: [{ innerHTML: LISTEN, tagPosition: 'head' }] })

const signer = useSigner()
signer.open(token)
const passed = ref(false)
/** What comes before anything can be read: nothing is asked for by itself meanwhile. */
const FIRST = new Set<SignerView['state']>(['prove', 'affirm'])
onMounted(() => {
  catchUpEarly()
  if (view.value && !FIRST.has(view.value.state)) signer.opened()
})
// Once signed, what comes next (the others, the sealed copy, the payment) shows by itself.
useIntervalFn(() => {
  if (view.value && view.value.state !== 'open' && !FIRST.has(view.value.state)) void refresh()
}, 3000)
// A device that was handed over doesn't go dark under somebody's hands.
const { request: stayAwake } = useWakeLock()
onMounted(() => {
  if (view.value?.inPerson) void stayAwake('screen').catch(() => {})
})
// On a pad the desk says what is shown: when that changes, this goes.
const pad = usePad()
onMounted(() => {
  if (view.value?.onPad) pad.follow()
})
async function proved() {
  await refresh()
  signer.opened()
}

const what = computed(() => {
  const v = view.value!
  if (!v.papers.length) return ''
  const date = v.lapsesAt ? deadlineIn(says.value.language, v.lapsesAt, v.timeZone, v.today) : ''
  const by = date && v.state === 'open' ? ` · ${says.value('by', { date })}` : ''
  return `${says.value('forJob', { paper: aboutOf(v), job: v.jobTitle })}${by}`
})
const CLOSED: Record<string, [WordKey, WordKey]> = {
  declined: ['closedDeclined', 'declinedWords'],
  withdrawn: ['closedWithdrawn', 'goOnWords'],
  lapsed: ['closedLapsed', 'goOnWords'],
  'not-yet': ['closedNotYet', 'notYetWords'],
  paused: ['closedPaused', 'pausedWords'],
  replaced: ['closedReplaced', 'replacedWords'],
}
const asks = computed((): WordKey =>
  view.value!.person.part === 'witness' ? 'asksWitness' : isQuote(view.value!) ? 'asksAgree' : 'asksSign',
)
</script>

<template>
  <div class="signer" :class="{ open: view?.state === 'open' && !passed }" :dir="direction">
    <div v-if="!view" class="plain">
      <ContourLines />
      <h1>{{ says('linkNothing') }}</h1>
      <p role="alert">{{ failure }}</p>
      <LinkButton v-if="forMember" size="large" main :to="`/sign-in?to=/s/${token}`" external>Sign in</LinkButton>
    </div>
    <template v-else>
      <header class="who">
        <img
          v-if="view.business.look.logo"
          class="max-h-10 max-w-22 phone:max-w-40 object-contain"
          :src="`/api/look/${view.business.look.logo.sha}`"
          alt=""
        />
        <span v-else class="logo" aria-hidden="true">{{ view.business.name[0] }}</span>
        <p>
          <b>{{ view.business.name }}</b>
          <template v-if="view.state === 'open'"> {{ ' ' + says(asks) }}</template>
          <span class="soft small what block">{{ what }}</span>
        </p>
        <label class="language"
          ><span class="sr">{{ says('language') }}</span>
          <select ref="chooser" v-model="language">
            <option v-for="l in languages" :key="l" :value="l" :lang="l">{{ LANGUAGE_NAMES[l] }}</option>
          </select></label
        >
      </header>
      <div v-if="passed" class="plain">
        <ContourLines />
        <h1>{{ says('passOn') }}</h1>
        <p role="status">{{ says('passedOn') }}</p>
      </div>
      <ProvePage v-else-if="view.state === 'prove'" :view="view" @proved="proved" />
      <AffirmPage v-else-if="view.state === 'affirm'" :view="view" @affirmed="proved" />
      <SigningForm
        v-else-if="view.state === 'open'"
        :token="token"
        :view="view"
        @changed="refresh()"
        @passed="passed = true"
      />
      <SignedPage v-else-if="view.state === 'done' || view.state === 'copy'" :view="view" @changed="refresh()" />
      <div v-else class="plain">
        <ContourLines />
        <h1>{{ says(CLOSED[view.state]![0]) }}</h1>
        <p class="soft">
          {{ says(CLOSED[view.state]![1], { email: view.business.email, phone: view.business.phone }) }}
        </p>
        <HandBack v-if="view.inPerson" :view="view" main />
      </div>
    </template>
  </div>
</template>

<style scoped>
.signer {
  max-width: 720px;
  margin: 0 auto;
  min-height: 100vh;
  background: var(--paper);
  border-inline: 1px solid var(--hairline);
  padding-bottom: 110px;
}
@media (min-width: 1024px) {
  .signer.open {
    max-width: 1280px;
    padding-bottom: 0;
  }
}
.who {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 14px 20px;
  background: var(--chalk);
  border-bottom: 1px solid var(--hairline);
  font-size: 16px;
}
.who p {
  flex: 1;
  min-width: 0;
}
.language select {
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  background: var(--paper);
  color: var(--ink);
  font: 13px var(--sans);
  min-height: 32px;
  max-width: 104px;
}
.logo {
  flex: none;
  width: 36px;
  height: 36px;
  border-radius: 8px;
  background: var(--heather);
  color: #fff;
  display: grid;
  place-items: center;
  font: 600 18px var(--serif);
}
.plain {
  padding: 28px 20px;
  display: grid;
  gap: 16px;
  justify-items: start;
}
.plain h1 {
  font-size: 27px;
}
</style>
