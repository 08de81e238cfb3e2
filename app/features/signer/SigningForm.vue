<script setup lang="ts">
import { pageInitials, fieldsOf } from '~~/core/document/walk'
import type { FieldSpec } from '~~/core/document/field'
import type { SignerView } from '~~/shared/signer'
import type { SignatureMark } from '~~/shared/signing'
import { partsAt, tableWords, toRead } from '~~/core/layout/seen'
import BottomSheet from './BottomSheet.vue'
import ChangedSince from './ChangedSince.vue'
import FinishSheet from './FinishSheet.vue'
import PageForm from './PageForm.vue'
import PassOnSheet from './PassOnSheet.vue'
import QuestionSheet from './QuestionSheet.vue'
import ReadTools from './ReadTools.vue'
import ReadingView from './ReadingView.vue'
import RoundPeople from './RoundPeople.vue'
import SignatureSheet from './SignatureSheet.vue'
import SignerField from './SignerField.vue'
import { useDraft } from './draft'
import { seenIn } from './seen'
import { useSays } from './says'
import { type Signing, finishLabel } from './useSigning'

/** The papers to read, fill and sign, with one bar that says what is left and leads there. */
const props = defineProps<{ token: string; view: SignerView; signing: Signing }>()
const emit = defineEmits<{ changed: []; passed: [] }>()
const { base, busy, told, act, post } = props.signing
const says = useSays()
const person = computed(() => props.view.person)
/** Initials that stand on every page are asked for once, at the end. */
const onEveryPage = computed(() => person.value.fields.filter((f) => f.key === pageInitials(person.value.party).key))
/** Fields that stand on none of the papers: what a witness states. */
const besides = computed(() => {
  const there = new Set(props.view.papers.flatMap((p) => (p.document ? fieldsOf(p.document).map((f) => f.key) : [])))
  const priced = new Set(['take', 'quantity', 'agreed-total'])
  return person.value.fields.filter((f) => !there.has(f.key) && !priced.has(f.type))
})
const state = useDraft(props.token, toRef(props, 'view'), () => emit('changed'))
const { draft, problems } = state
/** What somebody was led to and went on from without filling it: told as missing. Nothing else is before it is reached. */
const passed = ref(new Set<string>())
const led = ref('')
provide('passed', passed)
provide('pictureOf', props.signing.pictureOf)
provide(
  'given',
  computed(() => props.view.given),
)

const mode = ref<'reading' | 'page'>('reading')
const size = ref(18)
const zoom = ref(1)
const body = ref<HTMLElement | null>(null)
const sheet = ref<'' | 'signature' | 'confirm' | 'decline' | 'question' | 'pass'>('')
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
const passOpen = open('pass')
const reason = ref('')
const questionSent = ref(false)

/** The place that is being signed, and how many more of its kind are theirs. */
const place = ref<FieldSpec | null>(null)
const what = computed(() => (place.value?.type === 'initials' ? 'initials' : 'signature'))
const places = computed(() => person.value.fields.filter((f) => f.type === (place.value?.type ?? 'signature')).length)
function sign(field: FieldSpec) {
  place.value = field
  sheet.value = 'signature'
}
function keepMark(mark: SignatureMark, scope: 'all' | 'one', keep: boolean) {
  if (place.value) state.setMark(place.value, mark, scope)
  if (keep) void post('/keep', { what: what.value, mark }).catch(() => {})
  sheet.value = ''
}
/** What came from the phone while its code is shown. */
const arrived = computed(() => draft.value[what.value])
const wasThere = ref<SignatureMark | null>(null)
watch(signatureOpen, (on) => {
  wasThere.value = on ? arrived.value : null
})
const fromPhone = computed(() => (arrived.value !== wasThere.value ? arrived.value : null))
let look: ReturnType<typeof setInterval> | undefined
const back = () => document.visibilityState === 'visible' && void state.catchUp()
/** Long papers are laid out as they come into sight at first, then whole: what is aimed at must not move away. */
const laid = ref(false)
onMounted(() => {
  const idle = window.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 300))
  idle(() => {
    laid.value = true
    whole()
  })
  size.value = Number(localStorage.getItem('upwold-type') ?? 18) || 18
  look = setInterval(() => signatureOpen.value && void state.catchUp(), 1500)
  document.addEventListener('visibilitychange', back)
})
onBeforeUnmount(() => {
  clearInterval(look)
  document.removeEventListener('visibilitychange', back)
})
watch(size, (n) => localStorage.setItem('upwold-type', String(n)))

const left = computed(() => problems.value.length)
const leftWords = computed(() =>
  left.value === 0
    ? says.value('everythingThere')
    : left.value === 1
      ? says.value('oneLeft')
      : says.value('thingsLeft', { n: left.value }),
)
const nextLabel = computed(() => {
  const key = problems.value[0]?.key
  if (!key) return finishLabel(props.view, says.value)
  const field = person.value.fields.find((f) => f.key === key)
  const next = !field
    ? says.value('theQuantity')
    : field.type === 'signature'
      ? says.value('yourSignatureNext')
      : field.type === 'initials'
        ? says.value('yourInitialsNext')
        : field.label.slice(0, 34)
  return says.value('next', { what: next })
})

/** Each paper as this page shows it, to be held against the paper itself. */
const shown = new Map<string, HTMLElement>()
const shows = (id: string, el: HTMLElement | null) => (el ? shown.set(id, el) : shown.delete(id))
const partial = ref(false)
/** Whether every word and field of the papers stands on this page, in order. Whoever signs has to have seen them. */
function whole(): boolean {
  partial.value = props.view.papers.some((p) => {
    const { document, now, figures, chooses } = state.on(p.id)
    const choosing = !!figures.value?.open && chooses.value
    const paper = toRead(document.value!, tableWords(now.value, choosing))
    const el = shown.get(p.id)
    return !el || partsAt(paper, seenIn(el)) !== null
  })
  return !partial.value
}
const again = () => window.location.reload()

/** Leads to the first thing that is left, or to the last step when nothing is. */
async function goNext() {
  const key = problems.value[0]?.key
  if (key && key === led.value) passed.value.add(key)
  led.value = key ?? ''
  if (!key) {
    if (!whole()) return window.scrollTo(0, 0)
    sheet.value = 'confirm'
    return
  }
  // Whoever fills on the pages stays there, where the field is one of theirs.
  const onPage = () => (mode.value === 'page' ? document.getElementById(`pf-${key}`) : null)
  if (!onPage()) mode.value = 'reading'
  await nextTick()
  const target =
    onPage() ??
    document.getElementById(`f-${key}`) ??
    document.getElementById(`take-${key}`) ??
    document.querySelector<HTMLElement>('.paper [aria-invalid=true]')
  target?.scrollIntoView({ block: 'center' })
  target?.focus()
}
const finish = (further: boolean) =>
  act(
    async () => {
      await state.flush()
      if (!whole()) throw new Error(says.value('notWhole'))
      await post('/finish', {
        draft: draft.value,
        consent: true,
        further,
        basedOn: state.version.value,
        language: says.value.language,
      })
      sheet.value = ''
      emit('changed')
      window.scrollTo(0, 0)
    },
    (e) => {
      if (!(e instanceof ApiProblem)) return
      const over = e.code === 'gone' || e.extra.reason === 'already-done' || e.extra.reason === 'paused'
      if (e.code === 'stale') {
        state.takeTheirs(e)
        // The papers themselves were corrected: they are read anew.
        if (!e.extra.draft) emit('changed')
      }
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
function asks() {
  sheet.value = ''
  questionSent.value = true
  emit('changed')
}
const SAVED = { saved: 'kept', saving: 'keeping', 'not saved': 'notKept' } as const
const several = computed(() => props.view.papers.length > 1)
const pdfOf = (id: string) => `${base}/pdf?paper=${encodeURIComponent(id)}`
</script>

<template>
  <div>
    <div class="modes">
      <button type="button" class="chip" :aria-pressed="mode === 'reading'" @click="mode = 'reading'">
        {{ says('readingView') }}
      </button>
      <button type="button" class="chip" :aria-pressed="mode === 'page'" @click="mode = 'page'">
        {{ says('pageView') }}
      </button>
      <span class="soft small" role="status">{{ says(SAVED[state.saved.value]) }}</span>
    </div>
    <ReadTools v-model:size="size" v-model:zoom="zoom" :mode="mode" :root="body" />
    <p v-if="state.told.value" class="notice" role="alert">{{ state.told.value }}</p>
    <p v-if="partial" class="notice wrong" role="alert">
      {{ says('notWhole') }}
      <button type="button" class="btn" @click="again">{{ says('loadAgain') }}</button>
    </p>
    <p v-if="questionSent" class="notice" role="status">
      {{ says('questionSent', { business: view.business.name }) }}
    </p>
    <p v-if="view.witnesses" class="notice">{{ says('witnessIntro', { name: view.witnesses }) }}</p>
    <ChangedSince :view="view" />
    <RoundPeople :view="view" />
    <div v-show="mode === 'reading'" ref="body" :style="{ '--type': `${size}px` }">
      <article
        v-for="p in view.papers"
        :key="p.id"
        class="paper"
        :class="{ whole: laid }"
        :lang="p.document!.language"
        dir="auto"
      >
        <h2 v-if="several" class="title-of">{{ p.title }}</h2>
        <div :ref="(el) => shows(p.id, el as HTMLElement | null)">
          <ReadingView
            :blocks="state.on(p.id).document.value!.body"
            :state="state.on(p.id)"
            :party="person.party"
            @sign="sign"
          />
        </div>
      </article>
      <section v-if="onEveryPage.length || besides.length" class="paper">
        <p v-for="f in onEveryPage" :key="f.key" class="besides">
          <label :for="`f-${f.key}`">{{ says('initialsEveryPage') }}</label>
          <SignerField :field="f" :state="state" mine @sign="sign" />
        </p>
        <h2 v-if="besides.some((f) => !onEveryPage.includes(f))" class="title-of">{{ says('aboutYou') }}</h2>
        <p v-for="f in besides.filter((x) => !onEveryPage.includes(x))" :key="f.key" class="besides">
          <label :for="`f-${f.key}`">{{ f.label }}</label>
          <SignerField :field="f" :state="state" mine @sign="sign" />
        </p>
      </section>
    </div>
    <ClientOnly>
      <div v-if="mode === 'page'" class="page-view">
        <div :style="{ width: `${zoom * 100}%` }">
          <template v-for="p in view.papers" :key="p.id">
            <h2 v-if="several" class="title-of">{{ p.title }}</h2>
            <PageForm
              :src="pdfOf(p.id)"
              :title="p.title"
              :fields="p.fields"
              :theirs="p.theirs"
              :state="state"
              @sign="sign"
            />
          </template>
        </div>
      </div>
    </ClientOnly>
    <section v-if="view.papers.some((p) => p.enclosures.length)" class="with" :aria-label="says('toRead')">
      <p>
        <b>{{ says('toRead') }}</b>
        <template v-for="p in view.papers" :key="p.id">
          <a v-for="e in p.enclosures" :key="e.sha" :href="`${base}/enclosures/${e.sha}`" target="_blank">{{
            e.name
          }}</a>
        </template>
      </p>
    </section>
    <dl v-if="view.questions.length" class="with asked">
      <template v-for="(q, i) in view.questions" :key="i">
        <dt>{{ says('youAsked') }}</dt>
        <dd>{{ q.question }}</dd>
        <template v-if="q.answer">
          <dt>{{ says('theyAnswered', { business: view.business.name }) }}</dt>
          <dd class="answer">{{ q.answer }}</dd>
        </template>
      </template>
    </dl>
    <div class="more">
      <a v-for="p in view.papers" :key="p.id" :href="pdfOf(p.id)" target="_blank">{{
        several ? says('keepPaper', { paper: p.title }) : says('keepCopy')
      }}</a>
      <button class="btn bare" @click="sheet = 'question'">{{ says('ask') }}</button>
      <button v-if="person.mayPassOn" class="btn bare" @click="sheet = 'pass'">{{ says('passOn') }}</button>
      <button class="btn bare" @click="sheet = 'decline'">{{ says('decline') }}</button>
    </div>
    <div class="bar">
      <p aria-live="polite">
        <b>{{ leftWords }}</b>
        <span class="soft small">{{ left === 0 ? says('readOver') : says('thenDone') }}</span>
      </p>
      <button class="btn main big" @click="goNext">{{ nextLabel }}</button>
    </div>

    <BottomSheet v-model="signatureOpen" :header="says(what === 'initials' ? 'yourInitials' : 'yourSignature')">
      <SignatureSheet
        :name="person.name"
        :what="what"
        :current="place ? state.markOf(place) : null"
        :places="places"
        :kept="person.keeps?.[what] ?? null"
        :may-keep="!!person.keeps"
        :keep-picture="signing.keepPicture"
        :open-pad="view.inPerson ? undefined : signing.openPad"
        :picture-of="signing.pictureOf"
        :arrived="fromPhone"
        @done="keepMark"
      />
    </BottomSheet>
    <BottomSheet v-model="confirmOpen" :header="finishLabel(view, says)">
      <FinishSheet :view="view" :total="state.priced.value?.total ?? null" :busy="busy" :told="told" @finish="finish" />
    </BottomSheet>
    <BottomSheet v-model="declineOpen" :header="says('decline')">
      <label class="field">
        <span>{{ says('declineWhy', { business: view.business.name }) }}</span>
        <textarea v-model="reason" autofocus class="input" rows="3" maxlength="1000" />
      </label>
      <p v-if="told" class="error" role="alert">{{ told }}</p>
      <button class="btn main big wide" :disabled="busy" @click="decline">{{ says('declineIt') }}</button>
    </BottomSheet>
    <BottomSheet v-model="questionOpen" :header="says('ask')">
      <QuestionSheet :view="view" :signing="signing" @sent="asks" />
    </BottomSheet>
    <BottomSheet v-model="passOpen" :header="says('passOn')">
      <PassOnSheet :view="view" :signing="signing" @passed="emit('passed')" />
    </BottomSheet>
  </div>
</template>

<style scoped>
.with {
  padding: 12px 20px;
}
.with a {
  margin-inline-start: 8px;
}
.asked {
  border-top: 1px solid var(--hairline);
}
.asked dt {
  font-size: 13px;
  color: var(--ink-soft);
}
.asked dd {
  margin: 0 0 8px;
  white-space: pre-line;
}
.answer {
  border-inline-start: 3px solid var(--heather);
  padding-inline-start: 10px;
}
.besides label {
  display: block;
  font: 600 15px var(--sans);
}
.besides {
  margin-bottom: 14px;
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
  font: var(--type, 18px) / 1.55 var(--serif);
}
/* Thirty pages of text are laid out as they come near, not before the first can be read. */
.paper:not(.whole) :deep(> p),
.paper:not(.whole) :deep(> ul),
.paper:not(.whole) :deep(> ol),
.paper:not(.whole) :deep(> .plan) {
  content-visibility: auto;
  contain-intrinsic-size: auto 140px;
}
.paper + .paper {
  border-top: 1px solid var(--hairline);
}
.title-of {
  font: 600 15px var(--sans);
  color: var(--ink-soft);
}
.page-view {
  padding: 16px 12px;
  background: var(--desk);
  margin-top: 12px;
  overflow-x: auto;
}
/* On a phone the pages are as wide as it takes to hit what is on them. */
@media (max-width: 600px) {
  .page-view > div {
    min-width: 760px;
  }
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
.wide {
  width: 100%;
}
.field + .wide,
.error + .wide {
  margin-top: 12px;
}
@media print {
  .bar,
  .more,
  .modes {
    display: none;
  }
}
</style>
