<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import type { FieldSpec } from '~~/core/document/field'
import type { SignerView } from '~~/shared/signer'
import AskedBefore from './AskedBefore.vue'
import BesidesFields from './BesidesFields.vue'
import BottomSheet from './BottomSheet.vue'
import ChangedSince from './ChangedSince.vue'
import DeclineSheet from './DeclineSheet.vue'
import FinishSheet from './FinishSheet.vue'
import PageForm from './PageForm.vue'
import PassOnSheet from './PassOnSheet.vue'
import QuestionSheet from './QuestionSheet.vue'
import ReadTools from './ReadTools.vue'
import ReadingView from './ReadingView.vue'
import RoundPeople from './RoundPeople.vue'
import SignHere from './SignHere.vue'
import SigningBar from './SigningBar.vue'
import SigningGuide from './SigningGuide.vue'
import SigningMore from './SigningMore.vue'
import { useDraft } from './draft'
import { useSays } from './says'
import { useWhole } from './whole'
import { useViews } from './wide'
import { finishLabel, useSigner } from './useSigner'

/** The papers to read, fill and sign, with one bar that says what is left and leads there. */
const props = defineProps<{ token: string; view: SignerView }>()
const emit = defineEmits<{ changed: []; passed: [] }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const { act, post } = signer
const says = useSays()
const person = computed(() => props.view.person)
const state = useDraft(props.token, toRef(props, 'view'), () => emit('changed'))
const { draft, problems } = state
/** What somebody was led to and went on from without filling it: told as missing. Nothing else is before it is reached. */
const passed = ref(new Set<string>())
const led = ref('')
provide('passed', passed)
provide('pictureOf', signer.pictureOf)
/** What they can't agree to, where they said so beside it. */
const cannotSay = ref('')
if (props.view.inPerson)
  provide('refuse', (what: string) => {
    cannotSay.value = what
    sheet.value = 'decline'
  })
provide(
  'given',
  computed(() => props.view.given),
)

const { wide, mode } = useViews(() => props.view)
// Read at arm’s length.
const size = props.view.onPad ? ref(22) : useLocalStorage('upwold-type', 18, { initOnMounted: true })
const zoom = ref(1)
const body = ref<HTMLElement | null>(null)
const sheet = ref<'' | 'confirm' | 'decline' | 'question' | 'pass'>('')
const open = (name: typeof sheet.value) =>
  computed({
    get: () => sheet.value === name,
    set: (on) => {
      sheet.value = on ? name : ''
    },
  })
const [confirmOpen, declineOpen] = [open('confirm'), open('decline')]
const [questionOpen, passOpen] = [open('question'), open('pass')]
const questionSent = ref(false)

const signHere = ref<InstanceType<typeof SignHere>>()
const sign = (field: FieldSpec) => signHere.value?.sign(field)
/** Long papers are laid out as they come into sight at first, then whole: what is aimed at must not move away. */
const laid = ref(false)
onMounted(() => {
  const idle = window.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 300))
  idle(() => {
    laid.value = true
    whole()
  })
})

const { shows, partial, whole } = useWhole(() => props.view.papers, state)
const again = () => window.location.reload()
/** Leads to the first thing that is left, or to the last step when nothing is. */
async function goNext() {
  const key = problems.value[0]?.key
  if (key && key === led.value) passed.value.add(key)
  led.value = key ?? ''
  if (key) return goTo(key)
  if (!whole()) return window.scrollTo(0, 0)
  sheet.value = 'confirm'
}
async function goTo(key: string) {
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
function closed() {
  sheet.value = ''
  emit('changed')
}
function asks() {
  questionSent.value = true
  closed()
}
const SAVED = { saved: 'kept', saving: 'keeping', 'not saved': 'notKept' } as const
const several = computed(() => props.view.papers.length > 1)
const pdfOf = (id: string) => signer.at(`/pdf?paper=${encodeURIComponent(id)}`)
</script>

<template>
  <div class="form" :class="{ wide }">
    <div class="min-w-0">
      <div class="modes flex flex-wrap gap-2 items-center pt-3.5 pb-0 px-5">
        <OneOf
          v-if="!view.onPad"
          v-model="mode"
          :label="says('readingView')"
          :options="[
            { value: 'reading', label: says('readingView') },
            { value: 'page', label: says('pageView') },
          ]"
        />
        <span class="soft small" role="status">{{ says(SAVED[state.saved.value]) }}</span>
      </div>
      <ReadTools v-if="!view.onPad" v-model:size="size" v-model:zoom="zoom" :mode="mode" :root="body" />
      <p v-if="state.told.value" class="notice mt-3 mb-0 mx-5" role="alert">{{ state.told.value }}</p>
      <p v-if="partial" class="notice mt-3 mb-0 mx-5 wrong" role="alert">
        {{ says('notWhole') }}
        <Button variant="outlined" @click="again">{{ says('loadAgain') }}</Button>
      </p>
      <p v-if="questionSent" class="notice mt-3 mb-0 mx-5" role="status">
        {{ says('questionSent', { business: view.business.name }) }}
      </p>
      <p v-if="view.witnesses" class="notice mt-3 mb-0 mx-5">{{ says('witnessIntro', { name: view.witnesses }) }}</p>
      <ChangedSince :view="view" />
      <RoundPeople v-if="!wide" :view="view" />
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
        <BesidesFields :view="view" :state="state" @sign="sign" />
      </div>
      <ClientOnly>
        <div v-if="mode === 'page'" class="page-view py-4 px-3 bg-desk mt-3 overflow-x-auto">
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
      <section v-if="view.papers.some((p) => p.enclosures.length)" class="with py-3 px-5" :aria-label="says('toRead')">
        <p>
          <b>{{ says('toRead') }}</b>
          <template v-for="p in view.papers" :key="p.id">
            <a v-for="e in p.enclosures" :key="e.sha" :href="signer.at(`/enclosures/${e.sha}`)" target="_blank">{{
              e.name
            }}</a>
          </template>
        </p>
      </section>
      <AskedBefore :view="view" class="with py-3 px-5" />
      <SigningMore v-if="!wide" :view="view" @open="sheet = $event" />
    </div>
    <aside class="beside">
      <template v-if="wide">
        <SigningGuide :view="view" :left="problems" @go="goTo" />
        <SigningBar :view="view" :left="problems" wide @next="goNext" />
        <RoundPeople :view="view" class="px-0!" />
        <SigningMore :view="view" @open="sheet = $event" />
      </template>
    </aside>
    <SigningBar v-if="!wide" :view="view" :left="problems" @next="goNext" />

    <SignHere ref="signHere" :view="view" :state="state" />
    <BottomSheet v-model="confirmOpen" :header="finishLabel(view, says)">
      <FinishSheet :view="view" :total="state.priced.value?.total ?? null" :busy="busy" :told="told" @finish="finish" />
    </BottomSheet>
    <BottomSheet v-model="declineOpen" :header="says('decline')">
      <DeclineSheet :view="view" :start="cannotSay" @declined="closed" />
    </BottomSheet>
    <BottomSheet v-model="questionOpen" :header="says('ask')">
      <QuestionSheet :view="view" @sent="asks" />
    </BottomSheet>
    <BottomSheet v-model="passOpen" :header="says('passOn')">
      <PassOnSheet :view="view" @passed="emit('passed')" />
    </BottomSheet>
  </div>
</template>

<style scoped>
.with a {
  margin-inline-start: 8px;
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
/* On a phone the pages are as wide as it takes to hit what is on them. */
@media (max-width: 600px) {
  .page-view > div {
    min-width: 760px;
  }
}
.form.wide {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  align-items: start;
}
.beside {
  position: sticky;
  top: 0;
  max-height: 100vh;
  overflow: auto;
}
.wide .beside {
  padding: 20px;
}
@media print {
  .beside,
  .modes {
    display: none;
  }
}
</style>
