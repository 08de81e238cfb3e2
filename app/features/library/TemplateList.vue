<script setup lang="ts">
import type { TemplateRow } from '~~/shared/library'
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
const live = computed(() => library.live)
const folders = computed(() => [...new Set(live.value.map((t) => t.folder).filter(Boolean))].sort())
const plain = (s: string) => s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
const shown = computed(() =>
  (archived.value ? library.templates.filter((t) => t.archivedAt) : live.value).filter(
    (t) =>
      (folder.value === null || t.folder === folder.value) &&
      plain(`${t.name} ${t.kind} ${t.folder}`).includes(plain(find.value.trim())),
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
const moveTo = (t: TemplateRow, to: string) =>
  act(async () => {
    await library.change(t.id, { folder: to.trim().slice(0, 60) })
    moving.value = null
  })
</script>

<template>
  <section aria-label="Templates">
    <div class="filters">
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
    <ul class="ledger">
      <li v-for="t in shown" :key="t.id" class="template">
        <NuxtLink
          :id="`template-${t.id}`"
          data-row
          :to="`/library/${t.marked ? 'marked' : 'templates'}/${t.id}`"
          class="name"
          >{{ t.name }}</NuxtLink
        >
        <span class="soft small"
          >{{ t.marked ? 'marked PDF, ' : '' }}{{ t.kind }}{{ t.folder ? ` · ${t.folder}` : '' }} · edition
          {{ t.edition }} · {{ usedWords(t) }}</span
        >
        <span class="acts">
          <Button variant="text" :disabled="busy" :aria-label="`Duplicate ${t.name}`" @click="duplicate(t)">
            Duplicate
          </Button>
          <Button
            variant="text"
            :aria-label="`Move ${t.name} to a folder`"
            @click="moving = moving?.id === t.id ? null : t"
          >
            Move
          </Button>
          <Button
            v-if="!t.archivedAt"
            variant="text"
            :disabled="busy"
            :aria-label="`Archive ${t.name}`"
            @click="archive(t, true)"
          >
            Archive
          </Button>
          <Button
            v-else
            variant="text"
            :disabled="busy"
            :aria-label="`Bring ${t.name} back`"
            @click="archive(t, false)"
          >
            Bring back
          </Button>
        </span>
        <form
          v-if="moving?.id === t.id"
          class="move"
          @submit.prevent="moveTo(t, ($event.target as HTMLFormElement).folder.value)"
        >
          <label class="field"
            ><span>Folder</span><InputText name="folder" list="folders" maxlength="60" :model-value="t.folder"
          /></label>
          <Button type="submit">Move it</Button>
        </form>
      </li>
      <li v-if="!shown.length" class="soft none">
        {{ find ? 'No template is called that.' : archived ? 'Nothing is archived.' : 'No templates yet.' }}
      </li>
    </ul>
    <datalist id="folders"><option v-for="f in folders" :key="f" :value="f" /></datalist>
  </section>
</template>

<style scoped>
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.filters .p-inputtext {
  max-width: 220px;
}
.template {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 12px;
  padding: 9px 0;
}
.template .small {
  grid-column: 1;
}
.acts {
  grid-column: 2;
  grid-row: 1 / 3;
  display: flex;
  align-items: center;
}
.move {
  grid-column: 1 / 3;
  display: flex;
  gap: 10px;
  align-items: end;
  padding-top: 8px;
}
.name {
  font-weight: 600;
  color: var(--ink);
}
.none {
  padding: 12px 0;
}
@media (max-width: 900px) {
  .template {
    grid-template-columns: minmax(0, 1fr);
  }
  .acts {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
