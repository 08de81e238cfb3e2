<script setup lang="ts">
import { useDropZone } from '@vueuse/core'
import { ENQUIRY_MAX } from '~~/core/enquiry/types'
import { useNewJob } from '~/features/job/useNewJob'
import { textOfDropped } from './dropped'
import { type EnquiryMark, marksOf, piecesOf } from './marks'
import { type PictureReading, readPicture } from './pictured'

/** What somebody wrote: pasted, dropped or typed; once it is read, what was read of it is marked. */
const props = defineProps<{ current: string; today: string }>()
const emit = defineEmits<{ touch: [field: string] }>()
const job = useNewJob()
const { enquiry, read, reading } = storeToRefs(job)
const session = useSession()
const notices = useNotices()

const typed = ref(enquiry.value)
/** The text is being written; otherwise it stands with its marks. */
const writing = ref(!enquiry.value)
const box = useTemplateRef<{ $el: HTMLTextAreaElement }>('box')
const place = useTemplateRef<HTMLElement>('place')

async function take(): Promise<void> {
  const text = typed.value.trim()
  if (text === enquiry.value && read.value) return void (writing.value = false)
  await job.take(text, props.today)
  if (read.value) writing.value = false
}
/** What is pasted into an empty box is read at once. */
function pasted(): void {
  if (!typed.value.trim()) void nextTick(take)
}
/** A picture whose words are being read, and how much of it is. */
const picture = shallowRef<{ name: string; reading: PictureReading } | null>(null)
const share = ref(0)
async function ofPicture(file: File): Promise<string> {
  picture.value?.reading.stop()
  share.value = 0
  const mine = { name: file.name, reading: readPicture(file, (s) => (share.value = s)) }
  picture.value = mine
  try {
    const words = await mine.reading.words
    notices.say('Words of a picture can be misread: look them over.')
    return words
  } finally {
    if (picture.value === mine) picture.value = null
  }
}
onBeforeUnmount(() => picture.value?.reading.stop())
async function dropped(files: File[] | null): Promise<void> {
  const file = files?.[0]
  if (!file) return
  try {
    typed.value = await textOfDropped(file, session.data?.business?.timeZone ?? 'UTC', ofPicture)
    await take()
  } catch (e) {
    notices.say(e instanceof Error ? e.message : wordsOf(e), { trouble: true })
  }
}
const { isOverDropZone: over } = useDropZone(place, { onDrop: (files) => void dropped(files), multiple: false })
async function change(): Promise<void> {
  typed.value = enquiry.value
  writing.value = true
  await nextTick()
  box.value?.$el.focus()
}
function anew(): void {
  job.begin()
  typed.value = ''
  void change()
}

const marks = computed(() => (read.value ? marksOf(read.value) : []))
/** What has no mark in it of the head, the foot and older mail is folded. */
const parts = computed(() => {
  const text = enquiry.value
  const folded = (read.value?.folded ?? [])
    .filter((f) => !marks.value.some((m) => m.from < f.to && m.to > f.from))
    .sort((a, b) => a.from - b.from)
  const shown: { from: number; to: number }[] = []
  let at = 0
  for (const f of folded) {
    if (f.from > at) shown.push({ from: at, to: f.from })
    at = f.to
  }
  if (at < text.length) shown.push({ from: at, to: text.length })
  return {
    shown: shown.map((s) => piecesOf(text, marks.value, s)),
    folded: folded.map((f) => text.slice(f.from, f.to).trim()),
  }
})
const foldedLines = computed(() => parts.value.folded.join('\n').split('\n').filter(Boolean).length)
const says = (mark: EnquiryMark) => `Read as ${NAMES[mark.field] ?? mark.field.replace('fact ', '')}`
const NAMES: Record<string, string> = {
  client: 'the client',
  starts: 'when it begins',
  ends: 'when it ends',
  place: 'where',
  people: 'how many',
  kind: 'the kind',
  lines: 'a priced line',
  notes: 'a note',
}
</script>

<template>
  <section
    ref="place"
    class="p-5 bg-desk rounded-corner grid gap-3 content-start"
    :class="{ over }"
    aria-label="What they wrote"
  >
    <template v-if="writing">
      <Textarea
        ref="box"
        v-model="typed"
        class="paper"
        rows="14"
        :maxlength="ENQUIRY_MAX"
        aria-label="The enquiry"
        placeholder="Paste the enquiry, or say it in a line"
        @paste="pasted"
        @keydown.ctrl.enter.prevent="take"
        @keydown.meta.enter.prevent="take"
      />
      <p class="soft small">
        Drop an e-mail, a calendar entry, a contact card or a picture of a message, or say it in a line:
        <q class="text-ink">Ines Marlow, garden weekend, 12 to 14 June, 24 people, barrel</q>
      </p>
      <p v-if="picture" class="flex items-center gap-3">
        <span class="shrink-0">Reading {{ picture.name }}</span>
        <ProgressBar
          class="flex-1"
          :value="Math.round(share * 100)"
          :mode="share ? 'determinate' : 'indeterminate'"
          aria-label="How much of the picture is read"
        />
        <Button variant="outlined" @click="picture.reading.stop()">Stop</Button>
      </p>
      <p class="acts">
        <Button :disabled="!typed.trim() || reading" @click="take">Read it</Button>
        <FilePick
          label="Bring a file"
          name="A file with the enquiry"
          accept=".eml,.ics,.vcf,.txt,text/plain,image/*"
          @picked="dropped"
        />
        <slot />
      </p>
    </template>
    <template v-else>
      <div class="paper whitespace-pre-wrap max-h-[68vh] overflow-auto" dir="auto">
        <template v-for="(pieces, n) in parts.shown" :key="n">
          <template v-for="(p, i) in pieces" :key="i"
            ><mark
              v-if="p.mark"
              role="button"
              tabindex="0"
              :class="{ open: p.mark.open, on: p.mark.field === current }"
              :title="says(p.mark)"
              :aria-description="says(p.mark)"
              @click="emit('touch', p.mark.field)"
              @keydown.enter.prevent="emit('touch', p.mark.field)"
              @keydown.space.prevent="emit('touch', p.mark.field)"
              >{{ p.text }}</mark
            ><template v-else>{{ p.text }}</template></template
          >
        </template>
        <details v-if="parts.folded.length" class="soft small mt-3">
          <summary>
            Older mail and the ends of the message: {{ foldedLines }} {{ foldedLines === 1 ? 'line' : 'lines' }}
          </summary>
          <p v-for="(f, i) in parts.folded" :key="i" class="whitespace-pre-line mt-2">{{ f }}</p>
        </details>
      </div>
      <p class="acts">
        <Button variant="outlined" @click="change">Change the text</Button>
        <Button variant="outlined" @click="anew">Another enquiry</Button>
        <slot />
      </p>
    </template>
    <p class="sr" role="status">
      {{
        reading
          ? 'Reading'
          : read
            ? `${marks.length} ${marks.length === 1 ? 'place' : 'places'} of the text read into the record`
            : ''
      }}
    </p>
  </section>
</template>

<style scoped>
.over {
  outline: 2px dashed var(--heather);
}
.paper {
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  padding: 20px 24px;
  font: 17px/1.65 var(--serif);
  min-height: 240px;
}
mark {
  color: inherit;
  cursor: pointer;
  padding: 1px 2px;
  background: var(--heather-tint);
  border-bottom: 2px solid var(--heather);
}
mark.open {
  background: var(--gorse-tint);
  border-bottom: 2px dashed var(--gorse);
}
mark.on {
  background: var(--heather);
  color: var(--paper);
}
summary {
  cursor: pointer;
  font: var(--size-s) var(--sans);
}
</style>
