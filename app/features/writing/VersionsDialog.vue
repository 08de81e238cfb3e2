<script setup lang="ts">
import { type Compared, compareDocuments } from '~~/core/amend/compare'
import type { PaperDocument } from '~~/core/document/model'
import type { VersionRow } from '~~/shared/library'
import ComparedText from './ComparedText.vue'
import { useSheet } from './useSheet'

/** What the template said when it was used, and what was set aside: to look at, compare with now, and bring back. */
const visible = defineModel<boolean>({ required: true })
const sheet = useSheet()
const { id } = storeToRefs(sheet)
const { current, put, flush } = sheet
const notices = useNotices()
const versions = ref<VersionRow[]>([])
const shown = ref<{ row: VersionRow; document: PaperDocument; compared: Compared[] } | null>(null)
const now = useNow()
watch(visible, async (open) => {
  if (!open) return
  shown.value = null
  await flush()
  versions.value = await api<VersionRow[]>(`/api/templates/${id.value}/versions`)
})
async function look(row: VersionRow): Promise<void> {
  const document = await api<PaperDocument>(`/api/templates/${id.value}/versions/${row.id}`)
  shown.value = { row, document, compared: compareDocuments(document, current()) }
}
function bringBack(): void {
  const before = current()
  put(shown.value!.document)
  visible.value = false
  notices.say('The version is back. What stood here is one undo away.', { undo: () => put(before) })
}
const title = (v: VersionRow) => (v.edition === null ? 'Set aside' : `Edition ${v.edition}`)
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    header="Versions"
    :style="{ width: 'min(760px, 96vw)' }"
    :draggable="false"
    dismissable-mask
  >
    <div class="grid narrow:grid-cols-[240px_1fr] gap-5.5">
      <ul class="ledger" aria-label="Versions">
        <li v-for="(v, i) in versions" :key="v.id">
          <Button
            unstyled
            class="aria-pressed:bg-heather-tint row grid w-full text-left border-0 bg-transparent p-2 cursor-pointer"
            :autofocus="i === 0"
            :aria-pressed="shown?.row.id === v.id"
            @click="look(v)"
          >
            <b>{{ title(v) }}</b>
            <span class="soft small"
              >{{ whenWords(v.at, now.slice(0, 10)) }}{{ v.by ? `, ${v.by}` : ''
              }}{{
                v.edition === null ? ', from another window' : `, ${v.used} ${v.used === 1 ? 'paper' : 'papers'}`
              }}</span
            >
          </Button>
        </li>
        <li v-if="!versions.length" class="soft">
          No version yet. One is kept whenever a paper is made of what stands here.
        </li>
      </ul>
      <section v-if="shown" aria-label="What has changed since">
        <h2>From {{ title(shown.row).toLowerCase() }} to what stands here now</h2>
        <div class="text max-h-[46vh] overflow-auto mt-2 mb-3 mx-0"><ComparedText :list="shown.compared" /></div>
        <p>
          <Button @click="bringBack">Bring {{ title(shown.row).toLowerCase() }} back</Button>
        </p>
      </section>
      <p v-else class="soft">Choose one to see what has changed since.</p>
    </div>
  </Dialog>
</template>
