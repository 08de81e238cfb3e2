<script setup lang="ts">
import { dayOf } from '~~/core/calendar/dates'
import { newJob } from '~~/shared/jobs'
import type { PersonView } from '~~/shared/out/person'
import EnquiryBox from '~/features/enquiry/EnquiryBox.vue'
import StillOpen from '~/features/enquiry/StillOpen.vue'
import JobForecast from '~/features/job/JobForecast.vue'
import RecordFields from '~/features/job/RecordFields.vue'
import { useNewJob } from '~/features/job/useNewJob'
import { useLibrary } from '~/features/library/useLibrary'
import LinesEditor from '~/features/lines/LinesEditor.vue'

/** A new job: from what people wrote, or field by field. */
useHead({ title: 'New job · Upwold' })
const library = useLibrary()
library.follow()
const session = useSession()
const job = useNewJob()
const { record, client, lines, discount, kind, read } = storeToRefs(job)
job.begin()
/** Begun from somebody's page, it is theirs. */
const whose = String(useRoute().query.client ?? '')
onMounted(async () => {
  if (!whose) return
  byHand()
  const { person } = await api<PersonView>(`/api/contacts/${whose}`)
  client.value = person
})
const today = dayOf(new Date().toISOString(), session.data?.business?.timeZone ?? 'UTC')

/** Field by field, without an enquiry. */
const plain = ref(false)
function byHand(): void {
  plain.value = true
  void nextTick(() => document.querySelector<HTMLElement>('[data-fact=client] input')?.focus())
}
// The kinds may come after somebody began.
watchEffect(() => {
  if (plain.value) record.value.kindId ||= library.kinds[0]?.id ?? ''
})
useKeys({ e: byHand })
useScreenKeys('For a new job', [['e', 'begin with an empty record']])

/** The field that is in hand: its words in the text are shown. */
const current = ref('')
function focused(event: FocusEvent): void {
  current.value = (event.target as HTMLElement).closest<HTMLElement>('[data-fact]')?.dataset.fact ?? ''
}
/** Words of the text were touched: the field they were read into is taken in hand. */
function takeInHand(field: string): void {
  const places = [...document.querySelectorAll<HTMLElement>('[data-fact]')]
  // A fact has its field once the kind is chosen that asks for it.
  const place = places.find((e) => e.dataset.fact === field) ?? places.find((e) => e.dataset.fact === 'kind')
  const control = place?.querySelector<HTMLElement>('input:not([type=hidden]), textarea, [role=combobox], button')
  place?.scrollIntoView({ block: 'nearest' })
  control?.focus()
}

/** What lines may go by, as it is written above them. */
const counted = computed(() => {
  const { people, starts, ends, timeZone } = record.value
  return { people, starts: starts || null, ends: ends || null, furtherDays: [], timeZone }
})
const editor = ref<{ settled(): boolean }>()
const busyAdding = ref(false)
const notices = useNotices()
const withQuote = ref(false)
const quotable = computed(() => !!kind.value?.settings.templates.quote && lines.value.length > 0)
/** Numbers that can't be read are said beside them first. */
async function add(answer: { subject: string; words: string } | null = null): Promise<void> {
  if (!editor.value!.settled()) return
  await navigateTo(withQuote.value && !answer ? await job.addWithQuote() : `/jobs/${await job.add(answer)}`)
}
async function answered(answer: { subject: string; words: string }): Promise<void> {
  busyAdding.value = true
  try {
    const checked = newJob.safeParse(job.given(answer))
    if (!checked.success) throw new ApiProblem(checked.error.issues[0]!.message, 422, 'invalid', {}, {})
    await add(answer)
  } catch (e) {
    notices.trouble(e)
  } finally {
    busyAdding.value = false
  }
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>New job</h1>
      <span class="soft">{{ plain ? 'Everything but the kind can come later.' : 'from what they wrote' }}</span>
      <span class="grow" />
      <Button v-if="plain" variant="text" @click="plain = false">From what they wrote</Button>
    </div>
    <FormOf v-slot="{ busy, problems }" :schema="newJob" :given="job.given" :send="() => add()">
      <div class="cols grid-cols-1 grid gap-7" :class="{ plain }" @focusin="focused">
        <EnquiryBox v-if="!plain" :current="current" :today="today" @touch="takeInHand">
          <Button variant="text" @click="byHand">Begin with an empty record <kbd>e</kbd></Button>
        </EnquiryBox>
        <div v-if="plain || read" class="grid gap-4 content-start min-w-0">
          <h2 v-if="!plain">What it says</h2>
          <RecordFields :today="today" />
          <StillOpen v-if="!plain" :busy="busy || busyAdding" @send="answered" />
        </div>
        <JobForecast
          v-if="plain && kind"
          :kind="kind"
          :client="client"
          :starts="record.starts"
          :lines="lines"
          :discount="discount"
        />
      </div>
      <template v-if="plain || read">
        <h2 class="gap">Priced lines</h2>
        <div data-fact="lines" @focusin="focused">
          <LinesEditor
            ref="editor"
            v-model:lines="lines"
            v-model:discount="discount"
            :prices-include-tax="kind?.settings.pricesIncludeTax ?? false"
            :currency="session.data?.business?.currency ?? 'GBP'"
            :day="job.record.starts.slice(0, 10) || null"
            :record="counted"
            variants
            :problems="problems"
            @update:lines="job.touch('lines')"
          />
        </div>
        <p class="acts gap">
          <Button type="submit" size="large" :disabled="busy || busyAdding" @click="withQuote = false"
            >Add the job</Button
          >
          <Button
            v-if="quotable"
            type="submit"
            size="large"
            variant="outlined"
            :disabled="busy || busyAdding"
            @click="withQuote = true"
            >Add it and make the quote</Button
          >
          <LinkButton to="/jobs">Never mind</LinkButton>
        </p>
      </template>
    </FormOf>
  </div>
</template>

<style scoped>
.cols:has(> :nth-child(2)) {
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
}
.cols.plain {
  grid-template-columns: minmax(0, 1fr) 320px;
}
@media (max-width: 900px) {
  .cols,
  .cols.plain,
  .cols:has(> :nth-child(2)) {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
