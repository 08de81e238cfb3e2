<script setup lang="ts">
import { useDropZone, useEventListener } from '@vueuse/core'
import { z } from 'zod'
import type { JobRow } from '~~/shared/jobs'
import type { PaperPage } from '~~/shared/papers'
import { type TakenFile, layOut } from '~~/shared/marking'
import PageTray, { type TrayPage } from '~/features/marking/PageTray.vue'
import { keepSent, readBlanks } from '~/features/marking/finder'
import { isPicture, pageOf } from '~/features/marking/pictures'
import { sendFile } from '~/features/marking/send'

/** Files from elsewhere become one paper: chosen, dropped, pasted or photographed; put in order; laid on the table. */
useHead({ title: 'Bring in a paper · Upwold' })
const route = useRoute()
const jobId = ref(String(route.query.job ?? ''))
const { busy, act } = useAct()
const pages = ref<TrayPage[]>([])
const title = ref('')
const kind = ref<'form' | 'contract' | 'waiver'>('form')
const key = newKey()
const working = ref('')
interface Trouble {
  name: string
  words: string
  file?: File
  locked?: boolean
  readOnly?: { sha: string; name: string }
}
const troubles = ref<Trouble[]>([])
const removed = ref<string[]>([])
const place = useTemplateRef<HTMLElement>('place')
const { isOverDropZone: over } = useDropZone(place, { onDrop: (files) => files && void takeAll(files), multiple: true })

const jobs = ref<JobRow[]>([])
const find = ref('')
onMounted(async () => {
  // The table opens at once when it is wanted.
  void preloadRouteComponents('/papers/any/mark')
  if (!jobId.value) jobs.value = (await api<{ rows: JobRow[] }>('/api/jobs', { query: { limit: 40 } })).rows
})
const shownJobs = computed(() =>
  jobs.value.filter((j) => `${j.title} ${j.client}`.toLowerCase().includes(find.value.toLowerCase())).slice(0, 12),
)

function lay(file: TakenFile): void {
  pages.value = [
    ...pages.value,
    ...file.pages.map((p, i): TrayPage => ({ sha: file.sha, page: i + 1, turn: 0, name: file.name, ...p })),
  ]
  removed.value = [...new Set([...removed.value, ...file.removed])]
  if (!title.value) title.value = file.name.replace(/\.[a-z0-9]+$/i, '').slice(0, 120)
}
async function take(file: File, password?: string): Promise<void> {
  working.value = `Taking in ${file.name}…`
  try {
    const blob = isPicture(file) ? await pageOf(file) : file
    const taken = await sendFile(blob, isPicture(file) ? file.name.replace(/\.\w+$/, '.jpg') : file.name, password)
    if (!isPicture(file)) await keepSent(taken.sha, file)
    // While its pages are put in order, its blanks are looked for.
    if (!pages.value.length) readBlanks(taken.sha)
    lay(taken)
  } catch (e) {
    const why = e instanceof ApiProblem ? e.extra.why : undefined
    troubles.value.push({
      name: file.name,
      words: wordsOf(e),
      ...(why === 'password' || why === 'wrong-password' ? { file, locked: true } : {}),
      ...(why === 'signed' ? { readOnly: (e as ApiProblem).extra.file as { sha: string; name: string } } : {}),
    })
  }
}
/** Takes files in one after the other, in the order they were given; then the next step has the focus. */
async function takeAll(files: Iterable<File>): Promise<void> {
  const list = [...files]
  await act(async () => {
    troubles.value = []
    for (const f of list) await take(f)
    working.value = ''
  })
  await focusNext()
}
async function focusNext(): Promise<void> {
  await nextTick()
  if (pages.value.length && !troubles.value.length) document.getElementById('lay')?.focus()
}
const password = reactive({ of: '' })
const unlocking = z.object({ of: z.string().min(1, 'Give the password of the file.') })
async function unlock(t: Trouble) {
  troubles.value = troubles.value.filter((x) => x !== t)
  const { of } = password
  password.of = ''
  await take(t.file!, of)
  working.value = ''
  await focusNext()
}
function pasted(e: ClipboardEvent): void {
  if (e.clipboardData?.files.length) {
    e.preventDefault()
    void takeAll(e.clipboardData.files)
  }
}
useEventListener('paste', pasted)

const laid = () => ({
  title: title.value,
  kind: kind.value,
  key,
  pages: pages.value.map(({ sha, page, turn }) => ({ sha, page, turn })),
})
async function layOnTable(body: object) {
  const { id } = await api<{ id: string }>(`/api/jobs/${jobId.value}/marked`, { method: 'POST', body })
  await navigateTo(`/papers/${id}/mark`)
}

/** Papers of the job that a file to be read only can go with. */
const drafts = ref<{ id: string; title: string }[]>([])
watch(
  troubles,
  async (list) => {
    if (!list.some((t) => t.readOnly) || !jobId.value || drafts.value.length) return
    drafts.value = (await api<PaperPage>('/api/papers', { query: { job: jobId.value, state: 'draft' } })).rows
  },
  { deep: true },
)
const enclose = (t: Trouble, paperId: string) =>
  act(async () => {
    await api(`/api/papers/${paperId}/enclosures`, { method: 'POST', body: t.readOnly! })
    await navigateTo(`/papers/${paperId}`)
  })
</script>

<template>
  <div ref="place" class="page">
    <div class="head">
      <h1>Bring in a paper</h1>
      <span class="soft">a finished PDF, a DOCX, photographs or scans</span>
    </div>
    <section v-if="!jobId" class="card form" aria-label="Which job">
      <label class="field"
        ><span>For which job?</span><InputText v-model="find" placeholder="Find a job" autofocus
      /></label>
      <ul class="ledger">
        <li v-for="j in shownJobs" :key="j.id">
          <Button variant="text" @click="jobId = j.id">{{ j.title }}{{ j.client ? `, ${j.client}` : '' }}</Button>
        </li>
        <li v-if="!shownJobs.length" class="soft">No job is called that.</li>
      </ul>
    </section>
    <template v-else>
      <div class="drop" :class="{ over }">
        <p>Drop files here, paste a picture, or</p>
        <div class="acts">
          <FilePick
            label="Choose files"
            name="Files to bring in"
            multiple
            :main="!pages.length"
            accept=".pdf,.docx,.png,.jpg,.jpeg,.heic,.heif,image/*,application/pdf"
            :disabled="busy"
            @picked="takeAll"
          />
          <FilePick
            label="Take a photograph"
            name="A photograph"
            accept="image/*"
            capture="environment"
            :disabled="busy"
            @picked="takeAll"
          />
        </div>
        <p class="soft small" role="status">
          {{
            working ||
            'PDF, DOCX, JPEG or PNG, up to 60 MB each. Photographs are turned upright, cropped to the page and evened out.'
          }}
        </p>
      </div>
      <div v-for="t in troubles" :key="t.name" class="notice trouble" role="alert">
        <template v-if="!t.words.startsWith(t.name)"
          ><b>{{ t.name }}</b
          >: </template
        >{{ t.words }}
        <FormOf
          v-if="t.locked"
          v-slot="{ busy: on }"
          class="acts"
          :schema="unlocking"
          :given="() => password"
          :send="() => unlock(t)"
        >
          <FieldOf name="of" label="Password"
            ><InputText v-model="password.of" type="password" autocomplete="off" required
          /></FieldOf>
          <Button type="submit" :disabled="busy || on">Open it</Button>
        </FormOf>
        <p v-if="t.readOnly" class="acts">
          <Button v-for="d in drafts" :key="d.id" variant="outlined" :disabled="busy" @click="enclose(t, d.id)">
            Send it with “{{ d.title }}”, to be read
          </Button>
          <span v-if="!drafts.length" class="small"
            >Make the paper it is to go with first; then bring this in again.</span
          >
        </p>
      </div>
      <p v-if="removed.length" class="notice">Taken out of what you brought in: {{ removed.join(', ') }}.</p>
      <FormOf
        v-if="pages.length"
        v-slot="{ busy: on }"
        class="lay grid grid-cols-[minmax(0,1fr)_160px_auto] gap-3 items-end my-4 mx-0"
        :schema="layOut"
        :given="laid"
        :send="layOnTable"
      >
        <FieldOf name="title" label="Title"><InputText v-model="title" maxlength="120" required /></FieldOf>
        <Choice
          v-model="kind"
          label="Kind of paper"
          :options="[
            { value: 'form', label: 'form' },
            { value: 'contract', label: 'contract' },
            { value: 'waiver', label: 'waiver' },
          ]"
        />
        <Button id="lay" type="submit" size="large" :disabled="busy || on">
          Lay {{ pages.length === 1 ? 'the page' : `${pages.length} pages` }} on the table
        </Button>
      </FormOf>
      <PageTray v-if="pages.length" v-model="pages" />
      <ContourLines v-else />
    </template>
  </div>
</template>

<style scoped>
.form,
.drop {
  display: grid;
  gap: 10px;
}
.drop {
  justify-items: center;
  padding: 22px;
  border: 1.5px dashed var(--hairline-strong);
  border-radius: var(--corner);
  background: var(--paper);
  margin-bottom: 14px;
}
.drop.over {
  border-color: var(--heather);
  background: var(--heather-tint);
}
@media (max-width: 640px) {
  .lay {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
