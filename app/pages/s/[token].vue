<script setup lang="ts">
import { formatInstant } from '~~/core/calendar/dates'
import type { SignerView } from '~~/shared/signer'
import SignedPage from '~/features/signer/SignedPage.vue'
import SigningForm from '~/features/signer/SigningForm.vue'
import { isQuote, useSigning } from '~/features/signer/useSigning'

/** What a signer's link opens. Drawn on the server, so that it can be read before any script has come. */
definePageMeta({ layout: 'plain' })
const token = String(useRoute().params.token)
const fetcher = useRequestFetch()
const {
  data: view,
  error,
  refresh,
} = await useAsyncData(`sign-${token}`, () => fetcher<SignerView>(`/api/sign/${encodeURIComponent(token)}`))
if (import.meta.server && error.value) setResponseStatus(useRequestEvent()!, 404)
const failure = computed(() => {
  const data = (error.value as { data?: { title?: string; data?: { title?: string } } } | null)?.data
  return data?.title ?? data?.data?.title ?? 'This link could not be opened just now. Try again in a moment.'
})
useHead({
  title: () => (view.value ? `${view.value.paper.title} from ${view.value.business.name}` : 'Not found'),
  meta: [{ name: 'robots', content: 'noindex' }],
})

const signing = useSigning(token)
let poll: ReturnType<typeof setInterval> | undefined
onMounted(() => {
  if (view.value) signing.opened()
  // Once signed, what comes next (the others, the sealed copy, the payment) shows by itself.
  poll = setInterval(() => {
    if (view.value && view.value.state !== 'open') void refresh()
  }, 3000)
})
onBeforeUnmount(() => clearInterval(poll))

const what = computed(() => {
  const v = view.value!
  const by = v.lapsesAt && v.state === 'open' ? ` · by ${formatInstant(v.lapsesAt, v.timeZone, v.today)}` : ''
  return `${v.paper.title} for ${v.jobTitle}${by}`
})
const CLOSED: Record<string, string> = {
  declined: 'This was declined',
  withdrawn: 'This has been withdrawn',
  lapsed: 'The time to sign has passed',
  'not-yet': 'It is not your turn yet',
}
const closedWords = computed(() => {
  const v = view.value!
  if (v.state === 'not-yet') return 'You get a message when it is your turn.'
  if (v.state === 'declined') return 'The business has been told.'
  return `If you still want to go on, write to ${v.business.email} or call ${v.business.phone}.`
})
</script>

<template>
  <div class="signer">
    <div v-if="!view" class="plain">
      <ContourLines />
      <h1>This link does not open anything</h1>
      <p role="alert">{{ failure }}</p>
    </div>
    <template v-else>
      <header class="who">
        <span class="logo" aria-hidden="true">{{ view.business.name[0] }}</span>
        <p>
          <b>{{ view.business.name }}</b>
          <template v-if="view.state === 'open'">
            {{ isQuote(view) ? 'asks you to agree' : 'asks you to sign' }}</template
          >
          <span class="soft small what">{{ what }}</span>
        </p>
      </header>
      <SigningForm
        v-if="view.state === 'open' && view.paper.document"
        :token="token"
        :view="view"
        :signing="signing"
        @changed="refresh()"
      />
      <SignedPage v-else-if="view.state === 'done'" :view="view" :signing="signing" />
      <div v-else class="plain">
        <ContourLines />
        <h1>{{ CLOSED[view.state] }}</h1>
        <p class="soft">{{ closedWords }}</p>
        <NuxtLink v-if="view.inPerson" to="/handover" external class="btn main big">Hand the device back</NuxtLink>
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
.who {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 14px 20px;
  background: var(--chalk);
  border-bottom: 1px solid var(--hairline);
  font-size: 16px;
}
.what {
  display: block;
}
.logo {
  flex: none;
  width: 36px;
  height: 36px;
  border-radius: 8px;
  background: #7a3b22;
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
