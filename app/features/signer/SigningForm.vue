<script setup lang="ts">
import { pageInitials } from '~~/core/document/model'
import type { SignerView } from '~~/shared/signer'
import { CONSENT } from '~~/shared/signing'
import BottomSheet from './BottomSheet.vue'
import PageForm from './PageForm.vue'
import ReadingView from './ReadingView.vue'
import SignatureSheet from './SignatureSheet.vue'
import SignerField from './SignerField.vue'
import { useDraft } from './draft'
import { type Signing, finishLabel, isQuote } from './useSigning'

/** The paper to read, fill and sign, with one bar that says what is left and leads there. */
const props = defineProps<{ token: string; view: SignerView; signing: Signing }>()
const emit = defineEmits<{ changed: [] }>()
const { base, busy, told, act, post } = props.signing
/** Initials that stand on every page are asked for once, at the end. */
const onEveryPage = computed(() =>
  props.view.person.fields.filter((f) => f.key === pageInitials(props.view.person.party).key),
)
const state = useDraft(props.token, toRef(props, 'view'))
const { draft, problems, priced, figures } = state
const asked = ref(false)
provide('asked', asked)

const mode = ref<'reading' | 'page'>('reading')
const sheet = ref<'' | 'signature' | 'confirm' | 'decline' | 'question'>('')
const open = (name: typeof sheet.value) =>
  computed({
    get: () => sheet.value === name,
    set: (on) => {
      sheet.value = on ? name : ''
    },
  })
const signatureOpen = open('signature')
const confirmOpen = open('confirm')
const declineOpen = open('decline')
const questionOpen = open('question')
const consent = ref(false)
const reason = ref('')
const question = ref('')
const questionSent = ref(false)

const left = computed(() => problems.value.length)
const leftWords = computed(() =>
  left.value === 0 ? 'Everything is there' : left.value === 1 ? 'One thing left' : `${left.value} things left`,
)
const nextLabel = computed(() => {
  const key = problems.value[0]?.key
  if (!key) return finishLabel(props.view)
  const field = props.view.person.fields.find((f) => f.key === key)
  if (!field) return 'Next: the quantity'
  return `Next: ${field.type === 'signature' ? 'your signature' : field.label.toLowerCase().slice(0, 34)}`
})

/** Leads to the first thing that is left, or to the last step when nothing is. */
async function goNext() {
  asked.value = true
  const key = problems.value[0]?.key
  if (!key) {
    sheet.value = 'confirm'
    return
  }
  // A paper from elsewhere can be filled on its pages too: whoever is there stays there.
  if (!(mode.value === 'page' && props.view.paper.marked)) mode.value = 'reading'
  await nextTick()
  const target =
    (mode.value === 'page' ? document.getElementById(`pf-${key}`) : null) ??
    document.getElementById(`f-${key}`) ??
    document.getElementById(`take-${key}`) ??
    document.querySelector<HTMLElement>('.paper [aria-invalid=true]')
  target?.scrollIntoView({ block: 'center' })
  target?.focus()
}
function keepSignature(mark: SignerView['draft']['signature']) {
  draft.value.signature = mark
  sheet.value = ''
}
const finish = () =>
  act(
    async () => {
      if (!consent.value) throw new Error('Please tick that you agree to sign electronically.')
      await state.settle()
      await post('/finish', { draft: draft.value, consent: true, basedOn: state.version.value })
      sheet.value = ''
      emit('changed')
      window.scrollTo(0, 0)
    },
    (e) => {
      if (!(e instanceof ApiProblem)) return
      const over = e.code === 'gone' || e.extra.reason === 'already-done'
      if (e.code === 'stale') state.takeTheirs(e)
      if (over) emit('changed')
      if (over || e.code === 'stale') sheet.value = ''
    },
  )
const decline = () =>
  act(
    async () => {
      await post('/decline', { reason: reason.value })
      sheet.value = ''
      emit('changed')
    },
    (e) => e instanceof ApiProblem && e.code === 'gone' && emit('changed'),
  )
const ask = () =>
  act(async () => {
    await post('/question', { question: question.value })
    sheet.value = ''
    question.value = ''
    questionSent.value = true
  })
const KEPT = { kept: 'kept as you go', keeping: 'keeping…', 'not kept': 'not kept: no connection' } as const
</script>

<template>
  <div>
    <div class="modes">
      <button type="button" class="chip" :aria-pressed="mode === 'reading'" @click="mode = 'reading'">
        Reading view
      </button>
      <button type="button" class="chip" :aria-pressed="mode === 'page'" @click="mode = 'page'">Page view</button>
      <span class="soft small" role="status">{{ KEPT[state.kept.value] }}</span>
    </div>
    <p v-if="state.told.value" class="notice" role="alert">{{ state.told.value }}</p>
    <p v-if="questionSent" class="notice" role="status">
      Your question has gone to {{ view.business.name }}. They answer you by e-mail.
    </p>
    <article v-show="mode === 'reading'" class="paper" :lang="view.paper.document!.language">
      <ReadingView
        :blocks="view.paper.document!.body"
        :state="state"
        :party="view.person.party"
        @sign="sheet = 'signature'"
      />
      <p v-for="f in onEveryPage" :key="f.key" class="initials">
        <label :for="`f-${f.key}`">Your initials, to stand on every page</label>
        <SignerField :field="f" :state="state" mine />
      </p>
    </article>
    <ClientOnly>
      <PageForm
        v-if="mode === 'page' && view.paper.marked"
        :src="`${base}/pdf`"
        :title="view.paper.title"
        :fields="view.paper.fields"
        :state="state"
        class="page-view"
        @sign="sheet = 'signature'"
      />
      <PdfPages v-else-if="mode === 'page'" :src="`${base}/pdf`" :title="view.paper.title" class="page-view" />
    </ClientOnly>
    <section v-if="view.paper.enclosures.length" class="with" aria-label="To read with it">
      <p>
        <b>To read with it:</b>
        <a v-for="e in view.paper.enclosures" :key="e.sha" :href="`${base}/enclosures/${e.sha}`" target="_blank">{{
          e.name
        }}</a>
      </p>
    </section>
    <nav class="more" aria-label="More">
      <a :href="`${base}/pdf`" target="_blank">Keep a copy (PDF)</a>
      <button class="btn bare" @click="sheet = 'question'">Ask a question</button>
      <button class="btn bare" @click="sheet = 'decline'">Decline</button>
    </nav>
    <div class="bar">
      <p>
        <b>{{ leftWords }}</b>
        <span class="soft small">{{ left === 0 ? 'read it over, then finish' : 'then you’re done' }}</span>
      </p>
      <button class="btn main big" @click="goNext">{{ nextLabel }}</button>
    </div>

    <BottomSheet v-model="signatureOpen" header="Your signature">
      <SignatureSheet :name="view.person.name" :current="draft.signature" @done="keepSignature" />
    </BottomSheet>
    <BottomSheet v-model="confirmOpen" :header="finishLabel(view)">
      <p v-if="isQuote(view) && priced && figures" class="sum">
        Altogether <b>{{ money(priced.total, figures.currency) }}</b>
      </p>
      <label class="consent">
        <input v-model="consent" type="checkbox" />
        <span>{{ CONSENT.words }} To sign on paper instead, write to {{ view.business.email }}.</span>
      </label>
      <p v-if="told" class="error" role="alert">{{ told }}</p>
      <button class="btn main big wide" :disabled="busy" @click="finish">{{ finishLabel(view) }}</button>
    </BottomSheet>
    <BottomSheet v-model="declineOpen" header="Decline">
      <label class="field">
        <span>Say in a few words why. {{ view.business.name }} reads it.</span>
        <textarea v-model="reason" autofocus class="input" rows="3" maxlength="1000" />
      </label>
      <p v-if="told" class="error" role="alert">{{ told }}</p>
      <button class="btn main big wide" :disabled="busy" @click="decline">Decline it</button>
    </BottomSheet>
    <BottomSheet v-model="questionOpen" header="Ask a question">
      <label class="field">
        <span>Your question to {{ view.business.name }}</span>
        <textarea v-model="question" autofocus class="input" rows="4" maxlength="2000" />
      </label>
      <p v-if="told" class="error" role="alert">{{ told }}</p>
      <button class="btn main big wide" :disabled="busy" @click="ask">Send the question</button>
    </BottomSheet>
  </div>
</template>

<style scoped>
.with {
  padding: 12px 20px;
}
.with a {
  margin-left: 8px;
}
.initials label {
  display: block;
  font: 600 15px var(--sans);
}
.modes {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 14px 20px 0;
}
.notice {
  margin: 12px 20px 0;
}
.paper {
  padding: 16px 20px;
  font: 18px/1.55 var(--serif);
}
.page-view {
  padding: 16px 12px;
  background: var(--desk);
  margin-top: 12px;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  padding: 12px 20px;
  border-top: 1px solid var(--hairline);
}
.bar {
  position: fixed;
  inset: auto 0 0;
  z-index: 30;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  max-width: 720px;
  margin: 0 auto;
  padding: 12px 16px;
  background: var(--paper);
  border-top: 1px solid var(--hairline-strong);
}
.bar span {
  display: block;
}
.consent {
  display: grid;
  grid-template-columns: 32px 1fr;
  gap: 6px;
  margin: 10px 0 16px;
}
.consent input {
  width: 22px;
  height: 22px;
  accent-color: var(--heather);
}
.sum {
  font-size: 18px;
}
.wide {
  width: 100%;
}
.field + .wide,
.error + .wide {
  margin-top: 12px;
}
</style>
