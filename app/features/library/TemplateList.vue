<script setup lang="ts">
import { searchable } from '~~/shared/text'
import { Archive, ArchiveRestore, Copy, FolderInput, Languages } from '@lucide/vue'
import { type TemplateRow, otherLanguage, saveTemplate } from '~~/shared/library'
import { LANGUAGE_NAMES } from '~~/shared/words'
import type { RowColumn } from '~/components/RowsTable.vue'
import { useLibrary } from './useLibrary'

/** The templates: found, by folder, duplicated, moved, put away and brought back. */
const library = useLibrary()
const folder = defineModel<string | null>('folder', { required: true })
const notices = useNotices()
const { busy, act } = useAct()
const now = useNow()

const find = ref('')
const archived = ref(false)
/** All, those of one folder, or those put away. */
const which = computed({
  get: () => (archived.value ? 'archived' : folder.value === null ? 'all' : `in ${folder.value}`),
  set: (to) => {
    archived.value = to === 'archived'
    folder.value = to.startsWith('in ') ? to.slice(3) : null
  },
})
const searchBox = ref<{ $el: HTMLInputElement }>()
defineExpose({ focus: () => searchBox.value?.$el.focus() })
const folders = computed(() => [...new Set(library.live.map((t) => t.folder).filter(Boolean))].sort())
const shown = computed(() =>
  (archived.value ? library.templates.filter((t) => t.archivedAt) : library.live).filter(
    (t) =>
      (folder.value === null || t.folder === folder.value) &&
      searchable(t.name, t.kind, t.folder).includes(searchable(find.value.trim())),
  ),
)
const usedWords = (t: TemplateRow) =>
  t.used === 0
    ? 'never used'
    : `used ${t.used === 1 ? 'once' : `${t.used} times`}, last ${whenWords(t.lastUsed!, now.value.slice(0, 10))}`

const duplicate = (t: TemplateRow) =>
  act(async () => {
    const id = await library.duplicate(t)
    notices.say(`“${t.name}” was duplicated.`)
    await nextTick()
    document.getElementById(`template-${id}`)?.focus()
  })
const archive = (t: TemplateRow, on: boolean) =>
  act(async () => {
    await library.change(t.id, { archived: on })
    if (on) notices.say(`“${t.name}” is archived. Papers made of it stay.`, { undo: () => archive(t, false) })
  })
const moving = ref<TemplateRow | null>(null)
const folderName = ref('')
const movingOpen = computed({ get: () => moving.value !== null, set: (on) => !on && (moving.value = null) })
function startMove(t: TemplateRow) {
  moving.value = t
  folderName.value = t.folder
}
const languageName = (l: string) => (LANGUAGE_NAMES as Record<string, string>)[l] ?? l
const firstOf = (t: TemplateRow) => library.templates.find((x) => x.id === (t.languageOf ?? t.id)) ?? t
/** The languages a paper isn't in yet. */
const languagesLeft = (t: TemplateRow) => {
  const first = firstOf(t)
  const family = library.live.filter((x) => x.id === first.id || x.languageOf === first.id)
  return Object.entries(LANGUAGE_NAMES)
    .filter(([l]) => !family.some((x) => x.language === l))
    .map(([value, label]) => ({ value, label }))
}
const speaking = ref<TemplateRow | null>(null)
const language = ref('')
function startLanguage(t: TemplateRow) {
  speaking.value = t
  language.value = languagesLeft(t)[0]?.value ?? ''
}
const putBeside = async (to: { language: string }) =>
  await navigateTo(`/library/templates/${await library.addLanguage(speaking.value!.id, to.language)}`)
const inStep = (t: TemplateRow) =>
  act(async () => {
    await library.sayInStep(t.id)
    notices.say(`“${t.name}” says the same as “${firstOf(t).name}” again.`)
  })
const columns: RowColumn<TemplateRow>[] = [
  { key: 'name', header: 'Template', text: (t) => t.name, always: true, order: (t) => t.name.toLowerCase() },
  { key: 'kind', header: 'Kind', text: (t) => (t.marked ? `marked PDF, ${t.kind}` : t.kind), order: (t) => t.kind },
  {
    key: 'language',
    header: 'Language',
    text: (t) => languageName(t.language),
    order: (t) => t.language,
  },
  { key: 'folder', header: 'Folder', text: (t) => t.folder, order: (t) => t.folder },
  { key: 'edition', header: 'Edition', text: (t) => String(t.edition), order: (t) => t.edition },
  { key: 'used', header: 'Used', text: usedWords, order: (t) => t.used },
  { key: 'does', header: '', text: () => '', always: true },
]
const moved = saveTemplate.pick({ folder: true })
async function moveTo({ folder: to }: { folder?: string }) {
  await library.change(moving.value!.id, { folder: to ?? '' })
  moving.value = null
}
</script>

<template>
  <section aria-label="Templates">
    <div class="filters flex flex-wrap gap-2.5 mb-2">
      <label class="sr" for="find">Find a template</label>
      <InputText id="find" ref="searchBox" v-model="find" placeholder="Find a template" />
      <OneOf
        v-model="which"
        label="Which templates"
        :options="[
          { value: 'all', label: 'All' },
          ...folders.map((f) => ({ value: `in ${f}`, label: f })),
          { value: 'archived', label: 'Archived' },
        ]"
      />
    </div>
    <RowsTable name="templates" :rows="shown" :columns="columns" :busy="library.busy">
      <template #name="{ row: t }"
        ><NuxtLink
          :id="`template-${t.id}`"
          data-row
          class="strong"
          :to="`/library/${t.marked ? 'marked' : 'templates'}/${t.id}`"
          >{{ t.name }}</NuxtLink
        >
        <span v-if="t.behind" class="small block"
          ><StopMark state="trouble" /> “{{ firstOf(t).name }}” was changed since.
          <Button class="slim" variant="text" :disabled="busy" @click="inStep(t)">It says the same now</Button></span
        ></template
      >
      <template #does="{ row: t }">
        <IconButton :label="`Duplicate ${t.name}`" hint="Duplicate" :disabled="busy" @click="duplicate(t)"
          ><Copy :size="16"
        /></IconButton>
        <IconButton
          v-if="!t.marked && languagesLeft(t).length"
          :label="`${t.name} in another language`"
          hint="In another language"
          @click="startLanguage(t)"
          ><Languages :size="16"
        /></IconButton>
        <IconButton :label="`Move ${t.name} to a folder`" hint="Move to a folder" @click="startMove(t)"
          ><FolderInput :size="16"
        /></IconButton>
        <IconButton
          :hint="t.archivedAt ? 'Bring back' : 'Archive'"
          :label="t.archivedAt ? `Bring ${t.name} back` : `Archive ${t.name}`"
          :disabled="busy"
          @click="archive(t, !t.archivedAt)"
          ><ArchiveRestore v-if="t.archivedAt" :size="16" /><Archive v-else :size="16"
        /></IconButton>
      </template>
      <template #empty>
        <EmptyList
          v-if="!library.busy"
          :words="find ? 'No template is called that.' : archived ? 'Nothing is archived.' : 'No templates yet.'"
        />
      </template>
    </RowsTable>
    <Dialog
      :visible="!!speaking"
      modal
      :header="`“${speaking ? firstOf(speaking).name : ''}” in another language`"
      :style="{ width: '460px' }"
      :draggable="false"
      @update:visible="speaking = null"
    >
      <p class="soft mb-3">
        A copy stands beside it, to be put into that language. Papers of a job are made in the language of whom they are
        for; when the first one changes, the others say so.
      </p>
      <FormOf
        v-if="speaking"
        v-slot="{ busy: on }"
        :schema="otherLanguage"
        :given="() => ({ language })"
        :send="putBeside"
      >
        <FieldOf name="language"
          ><Choice v-model="language" label="Language" :options="languagesLeft(speaking)"
        /></FieldOf>
        <p class="acts"><Button type="submit" :disabled="on">Put it beside</Button></p>
      </FormOf>
    </Dialog>
    <Dialog
      v-model:visible="movingOpen"
      modal
      :header="`Move “${moving?.name}”`"
      :style="{ width: '420px' }"
      :draggable="false"
    >
      <FormOf v-slot="{ busy: on }" :schema="moved" :given="() => ({ folder: folderName })" :send="moveTo">
        <FieldOf name="folder" label="Folder"
          ><AutoComplete
            v-model="folderName"
            autofocus
            complete-on-focus
            :min-length="0"
            :suggestions="folders.filter((f) => f.includes(folderName))"
            append-to="self"
            fluid
            :pt="{ pcInputText: { root: { maxlength: 60 } } }"
        /></FieldOf>
        <p class="acts"><Button type="submit" :disabled="on">Move it</Button></p>
      </FormOf>
    </Dialog>
  </section>
</template>

<style scoped>
.filters > input {
  width: 260px;
}
:deep(.cell-does) {
  white-space: nowrap;
  text-align: right;
}
</style>
