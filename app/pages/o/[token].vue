<script setup lang="ts">
import { z } from 'zod'
import { type Language, languages } from '~~/core/text/language'
import { type WordKey, LANGUAGE_NAMES, dayIn, isRightToLeft, problemIn } from '~~/shared/words'
import type { OpenLink } from '~~/shared/out/standing-links'
import AnswerField from '~/features/open/AnswerField.vue'
import WhoComes from '~/features/open/WhoComes.vue'
import { useOpen } from '~/features/open/useOpen'
import { SAYS, sayingIn } from '~/features/signer/says'
import { inColours } from '~/composables/look'

/** What a standing link opens: who they are, what is asked, and on to the paper. Drawn on the server. */
definePageMeta({ layout: 'plain' })
const token = String(useRoute().params.token)
const chosen = useCookie<Language | undefined>('upwold-language', { maxAge: 60 * 60 * 24 * 365, sameSite: 'lax' })
const fetcher = useRequestFetch()
const {
  data: view,
  error,
  refresh,
} = await useAsyncData(`open-${token}`, () =>
  fetcher<OpenLink>(`/api/open/${encodeURIComponent(token)}`, {
    query: languages.includes(chosen.value as Language) ? { lang: chosen.value } : {},
  }),
)
if (import.meta.server && error.value) setResponseStatus(useRequestEvent()!, 404)
const { says, ready } = sayingIn(() => view.value?.language ?? 'en')
provide(SAYS, says)
await ready
const language = computed({
  get: () => says.value.language,
  set: (to) => {
    chosen.value = to
    void refresh().then(() => view.value && open.show(view.value))
  },
})
const direction = computed(() => (isRightToLeft(says.value.language) ? 'rtl' : 'ltr'))
useHead({
  htmlAttrs: {
    lang: () => says.value.language,
    dir: direction,
    style: () => (view.value ? inColours(view.value.business.look) : ''),
  },
  title: () => (view.value ? `${view.value.name} · ${view.value.business.name}` : 'Not found'),
  meta: [{ name: 'robots', content: 'noindex' }],
})

const open = useOpen()
const { typed, page, pages, here, last, problems } = storeToRefs(open)
if (view.value) open.open(token, view.value, useRoute().query)
/** What was typed before the page had come to life; and whether it has: until then nothing is sent. */
const early = import.meta.client
  ? [...document.querySelectorAll<HTMLInputElement>('input[data-who]')].map((i) => [i.dataset.who!, i.value] as const)
  : []
const alive = ref(false)
/** Shown inside somebody else's page: what is signed opens in a window of its own. */
const framed = ref(false)
onMounted(() => {
  framed.value = window.self !== window.top
  if (view.value) open.goOn(Object.fromEntries(early.filter(([, value]) => value)))
  alive.value = true
})
const ended = ref('')

const SHUT: Record<NonNullable<OpenLink['shut']>, WordKey> = {
  closed: 'standClosed',
  'not-yet': 'standNotYet',
  over: 'standOver',
  'other-day': 'standOtherDay',
  full: 'standFull',
  'no-places': 'standNoPlaces',
}
const when = computed(() => {
  const starts = view.value?.session?.starts
  return [starts && dayIn(says.value.language, starts.slice(0, 10)), starts?.slice(11, 16), view.value?.session?.place]
    .filter(Boolean)
    .join(' · ')
})
const missing = (label: WordKey) =>
  problemIn(says.value, { key: '', code: 'missing', message: '', args: [says.value(label)] })
/** What the page can see to be wrong by itself, said in its own words; the rest is the server's to say. */
const schema = computed(() =>
  z.unknown().superRefine((_, context) => {
    const wrong = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message })
    const { who } = typed.value
    if (page.value === 0) {
      if (!who.name.trim()) wrong(['name'], missing('standName'))
      if (view.value!.asks.born && who.own && !who.born) wrong(['born'], says.value('standBornNeeded'))
      who.children.forEach((c, i) => {
        if (!c.name.trim()) wrong(['children', i, 'name'], missing('standChildName'))
        if (!c.born) wrong(['children', i, 'born'], missing('standBorn'))
      })
      return
    }
    for (const p of problems.value)
      if (here.value.some((q) => q.key === p.key)) wrong(['answers', p.key], problemIn(says.value, p))
  }),
)
/** Words for what the server refused: it says which, and this page says them. */
function inOurWords(e: unknown): unknown {
  if (!(e instanceof ApiProblem)) return e
  if (e.code === 'offline') return new ApiProblem(says.value('standOff'), 0, e.code, {}, {})
  const said = (text: string) => (/^stand[A-Z]/.test(text) ? says.value(text as WordKey) : text)
  const fields = Object.fromEntries(Object.entries(e.fields).map(([k, v]) => [k, said(v)]))
  // What is about who they are is put right where that was asked.
  if (Object.keys(fields).some((k) => !k.startsWith('answers.'))) page.value = 0
  return new ApiProblem(said(String(e.extra.say ?? e.message)), e.status, e.code, fields, e.extra)
}
async function next() {
  if (!last.value) {
    page.value += 1
    window.scrollTo(0, 0)
    return
  }
  try {
    const path = await open.send(says.value.language)
    if (framed.value) ended.value = path
    else window.location.assign(path)
  } catch (e) {
    const told = inOurWords(e)
    // What is wrong is said at its field: that has to be there first.
    await nextTick()
    throw told
  }
}
</script>

<template>
  <div class="open" :dir="direction">
    <div v-if="!view" class="grid gap-4 py-7">
      <ContourLines />
      <h1>{{ says('linkNothing') }}</h1>
      <p role="alert">{{ says('linkUnknown') }}</p>
    </div>
    <template v-else>
      <header>
        <img
          v-if="view.business.look.logo"
          class="max-h-10 max-w-40 object-contain"
          :src="`/api/look/${view.business.look.logo.sha}`"
          alt=""
        />
        <p class="soft small">{{ view.business.name }}</p>
        <Choice
          v-model="language"
          :aria-label="says('language')"
          :options="languages.map((l) => ({ value: l, label: LANGUAGE_NAMES[l] }))"
        />
      </header>
      <div class="about">
        <h1>{{ view.name }}</h1>
        <p v-if="when" class="soft">{{ when }}</p>
        <p v-if="view.places" class="soft">{{ says('standFree', { n: view.places.free, all: view.places.all }) }}</p>
      </div>
      <div v-if="ended" class="grid gap-3">
        <p role="status">{{ says('standWindow') }}</p>
        <LinkButton main size="large" :to="ended" external target="_blank">{{ says('standOn') }}</LinkButton>
      </div>
      <div v-else-if="view.shut" class="grid gap-4">
        <ContourLines />
        <p role="status" class="text-lg">{{ says(SHUT[view.shut]) }}</p>
        <p class="soft">{{ [view.business.email, view.business.phone].filter(Boolean).join(' · ') }}</p>
      </div>
      <FormOf
        v-else
        v-slot="{ busy }"
        :schema="schema"
        :given="() => ({ ...typed.who, answers: typed.answers })"
        :send="next"
      >
        <div class="card">
          <WhoComes v-if="page === 0" />
          <template v-else>
            <p v-if="pages.length > 1" class="soft small">{{ says('standPage', { page, all: pages.length }) }}</p>
            <AnswerField v-for="q in here" :key="q.key" v-model="typed.answers[q.key]" :question="q" />
          </template>
        </div>
        <p v-if="last" class="soft small">{{ says(typed.who.children.length ? 'standAll' : 'standOne') }}</p>
        <div class="bar">
          <Button v-if="page > 0" variant="outlined" size="large" :disabled="busy" @click="page -= 1">{{
            says('standBack')
          }}</Button>
          <Button type="submit" size="large" class="grow" :loading="busy" :disabled="busy || !alive">{{
            says(last ? 'standOn' : 'standNext')
          }}</Button>
        </div>
      </FormOf>
    </template>
  </div>
</template>

<style scoped>
.open {
  max-width: 520px;
  margin: 0 auto;
  min-height: 100vh;
  padding: 14px 20px 28px;
  display: grid;
  align-content: start;
  gap: 16px;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
}
header p {
  flex: 1;
}
.about {
  text-align: center;
}
.about h1 {
  font-size: var(--size-l);
}
.card {
  display: grid;
  gap: 14px;
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  padding: 20px;
}
.card :deep(h2) {
  font: 600 var(--size-m) var(--sans);
}
.open :deep(form) {
  display: grid;
  gap: 14px;
}
.card :deep(input:not([type='checkbox'], [type='radio'])) {
  min-height: 48px;
  width: 100%;
}
.bar {
  display: flex;
  gap: 12px;
}
.bar :deep(button) {
  min-height: 52px;
}
</style>
