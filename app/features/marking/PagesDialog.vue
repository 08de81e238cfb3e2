<script setup lang="ts">
import type { TakenFile } from '~~/shared/marking'
import PageTray, { type TrayPage } from './PageTray.vue'
import { sendFile } from './send'
import { useMarking } from './useMarking'

/** The pages under the marks: another order, turned, taken out, added from another file, or a new edition of the file. */
const visible = defineModel<boolean>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const table = useMarking()
const notices = useNotices()
const { busy, act } = useAct()
const { marked } = table.view
const pages = ref<TrayPage[]>(
  marked.pages.map((p, i) => ({ sha: marked.sha, page: i + 1, turn: 0, name: marked.name, ...p })),
)
const told = ref<string[]>([])
const asPages = (f: TakenFile): TrayPage[] =>
  f.pages.map((p, i) => ({ sha: f.sha, page: i + 1, turn: 0, name: f.name, ...p }))
const add = (picked: File) =>
  act(async () => {
    const file = await sendFile(picked)
    pages.value = [...pages.value, ...asPages(file)]
  })
const replace = (picked: File) =>
  act(async () => {
    const file = await sendFile(picked)
    const { unplaced, gone } = await table.underneath('/replace', { sha: file.sha })
    told.value = [
      ...unplaced.map((m) => `“${m.field.label}” (was on page ${m.page}) found no place.`),
      ...gone.map((w) => `The struck words “${w.slice(0, 60)}” are not there any more.`),
    ]
    emit('changed')
    if (!told.value.length) {
      notices.say('The new edition lies under the marks; every mark found its place.')
      visible.value = false
    }
  })
const keep = () =>
  act(async () => {
    const { unplaced, gone } = await table.underneath('/pages', {
      pages: pages.value.map(({ sha, page, turn }) => ({ sha, page, turn })),
    })
    const lost = unplaced.length + gone.length
    notices.say(
      lost
        ? `${lost} ${lost === 1 ? 'mark was' : 'marks were'} on pages that were taken out.`
        : 'The pages are as you set them.',
    )
    emit('changed')
    visible.value = false
  })
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Pages" :style="{ width: '900px' }" :draggable="false">
    <div v-if="told.length" class="notice trouble" role="alert">
      <b>Placed as far as its words are there. What found no place:</b>
      <ul>
        <li v-for="t in told" :key="t">{{ t }}</li>
      </ul>
    </div>
    <div class="acts">
      <FilePick
        label="Add pages from another file"
        name="A file to add pages from"
        accept=".pdf,.png,.jpg,.jpeg,.docx"
        :disabled="busy"
        @picked="add($event[0]!)"
      />
      <FilePick
        label="Put a new edition under the marks"
        name="The new edition"
        accept=".pdf,.docx"
        :disabled="busy"
        @picked="replace($event[0]!)"
      />
      <span class="grow" />
      <Button :disabled="busy" @click="keep">Keep these pages</Button>
    </div>
    <PageTray v-if="!told.length" v-model="pages" />
  </Dialog>
</template>
