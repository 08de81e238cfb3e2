<script setup lang="ts">
import { Editor, EditorContent } from '@tiptap/vue-3'
import { joined } from '~~/core/amend/amend'
import type { Block, Inline } from '~~/core/document/model'
import { type ProseNode, inlinesAsProse, proseAsInlines } from '~~/core/document/prose'
import { walkBlocks } from '~~/core/document/walk'
import type { TemplateView } from '~~/shared/library'
import { putAmendment } from '~~/shared/papers'
import InsertMenu from '~/features/writing/InsertMenu.vue'
import { imageFrom } from '~/features/writing/images'
import { insertables } from '~/features/writing/insert'
import { passageNodes } from '~/features/writing/nodes'
import { ownHtml, pasteHtml } from '~/features/writing/paste'
import { know } from '~/features/writing/say'
import { useSlash } from '~/features/writing/slash'
import { useRoom } from './room'
import { usePaper } from './usePaper'

/** Strikes, rewords or adds to one paragraph of this copy, with the reason. The template stays as it is. */
const props = defineProps<{ block: string }>()
const thisPaper = usePaper()
const { id, paper } = storeToRefs(thisPaper)
const { load } = thisPaper
const room = useRoom()
const base = room.baseOf(props.block)!
const isPicture = base.t === 'image'
/** It can be put otherwise, not only struck or added to. */
const isReworded = base.t === 'paragraph' || base.t === 'heading' || isPicture
const there = paper.value.written.amendments.find((a) => a.block === props.block && a.kind !== 'add')
const kind = ref<'reword' | 'strike' | 'add'>(there?.kind === 'strike' ? 'strike' : isReworded ? 'reword' : 'strike')
const why = ref(there?.why ?? '')
const editor = shallowRef<Editor | null>(null)
const written = paper.value.written
const starting = (): Inline[] =>
  kind.value === 'add'
    ? []
    : there?.kind === 'reword'
      ? there.content
      : base.t === 'paragraph' || base.t === 'heading'
        ? base.content
        : base.t === 'image'
          ? [{ t: 'picture', src: base.src, alt: base.alt, width: base.width, height: base.height }]
          : []

/** The parties of the paper as they stand on it; fields of an amendment are theirs. */
const desk = ref<HTMLElement>()
const writtenOn = {
  editor,
  base: computed(() => ({ parties: written.document.parties })),
  view: ref({ clauses: [] }),
  worked: ref(null),
}
/** Clauses of the library, where the paper is of a template: their words are put in, to be changed for this copy. */
const clauses = shallowRef<TemplateView['clauses']>([])
onMounted(async () => {
  if (written.templateId)
    clauses.value = (await api<TemplateView>(`/api/templates/${written.templateId}`).catch(() => null))?.clauses ?? []
})
const words = (body: readonly Block[]): ProseNode[] => {
  const said = [...walkBlocks(body)].flatMap((b) => (b.t === 'paragraph' || b.t === 'heading' ? [b.content] : []))
  const all = said.flatMap((content, i): Inline[] => [...(i ? [{ t: 'break' as const }] : []), ...content])
  return inlinesAsProse(all).content![0]!.content ?? []
}
const { menu, slash } = useSlash(editor, desk, () => [
  ...insertables(writtenOn).filter((i) => i.group === 'Value' || i.group === 'Field'),
  ...clauses.value.map((c) => ({
    group: 'Clause' as const,
    label: `Words of the clause: ${c.name}`,
    hint: `edition ${c.edition}`,
    run: (e: Editor) => e.chain().focus().insertContent(words(c.body)).run(),
  })),
])

function open(): void {
  know({ context: written.context, parties: written.base.parties })
  editor.value?.destroy()
  editor.value =
    kind.value === 'strike'
      ? null
      : new Editor({
          injectNonce: pageNonce(),
          extensions: passageNodes,
          content: inlinesAsProse(starting()),
          autofocus: 'end',
          editorProps: {
            transformPastedHTML: ownHtml,
            handlePaste: (_view, event) => pasteHtml(editor.value!, event.clipboardData),
            attributes: {
              class: 'sheet-text words',
              role: 'textbox',
              'aria-multiline': 'true',
              'aria-label': kind.value === 'add' ? 'The paragraph to add' : 'How it should read',
            },
          },
        })
}
onMounted(open)
watch(kind, open)
onBeforeUnmount(() => editor.value?.destroy())
const amendment = () => ({
  id: kind.value !== 'add' && there ? there.id : fresh,
  block: props.block,
  kind: kind.value,
  content: editor.value ? joined(proseAsInlines(editor.value.getJSON() as ProseNode)) : [],
  why: why.value,
})
const fresh = `m${newKey()}`
const changed = putAmendment.refine(
  (a) => a.kind !== 'reword' || !!there || JSON.stringify(a.content) !== JSON.stringify(starting()),
  { message: 'Nothing was changed yet.', path: ['content'] },
)
/** Another picture where this one stood, as wide; words can stand beside it. */
async function replace([file]: File[]): Promise<void> {
  if (base.t !== 'image' || !file) return
  try {
    const { attrs } = await imageFrom(file)
    const height = Math.round((base.width * attrs.height) / attrs.width) || 1
    editor.value?.commands.setContent(inlinesAsProse([{ t: 'picture', ...attrs, width: base.width, height }]))
  } catch (e) {
    notices.trouble(e)
  }
}
const notices = useNotices()
/** The other blocks of its row in a table: what is struck can be the whole row. */
const row = room.rowOf(props.block).filter((x) => x !== props.block)
const wholeRow = ref(false)
async function keep(body: object) {
  const send = (what: object) => api(`/api/papers/${id.value}/amendments`, { method: 'POST', body: what })
  await send(body)
  if (kind.value === 'strike' && wholeRow.value)
    for (const block of row) await send({ id: `m${newKey()}`, block, kind: 'strike', content: [], why: why.value })
  room.amending.value = null
  await load()
}
function leave(): void {
  room.amending.value = null
  void nextTick(() => document.querySelector<HTMLElement>(`#block-${CSS.escape(props.block)} > .pen`)?.focus())
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="amend"
    aria-label="Amend this copy"
    :schema="changed"
    :given="amendment"
    :send="keep"
    @keydown.esc.stop="leave"
  >
    <div class="acts">
      <OneOf
        v-model="kind"
        label="What is done with it"
        :options="[
          ...(isReworded ? [{ value: 'reword' as const, label: isPicture ? 'Replace' : 'Reword' }] : []),
          { value: 'strike', label: 'Strike' },
          { value: 'add', label: 'Add after it' },
        ]"
      />
    </div>
    <div v-if="editor" ref="desk" class="relative" @keydown="slash">
      <EditorContent :editor="editor" class="editor bg-paper border border-hairline-strong rounded-[4px] py-2 px-2.5" />
      <InsertMenu v-if="menu" :editor="editor" :items="menu.items" :at="menu.at" @close="menu = null" />
    </div>
    <FilePick v-if="isPicture && kind === 'reword'" label="Another picture" accept="image/*" @picked="replace" />
    <p v-else-if="!editor" class="soft">It stays to be seen, struck through, and doesn’t count.</p>
    <label v-if="kind === 'strike' && row.length" class="flex gap-2 items-center"
      ><Checkbox v-model="wholeRow" binary /> The whole row of the table</label
    >
    <FieldOf name="why" label="Why, for yourselves"
      ><InputText v-model="why" maxlength="500" placeholder="the client doesn’t see it"
    /></FieldOf>
    <div class="acts">
      <Button type="submit" :disabled="busy">Amend this copy</Button>
      <Button variant="text" @click="leave">Never mind</Button>
    </div>
  </FormOf>
</template>

<style scoped>
.amend {
  border: 1px solid var(--heather);
  border-radius: var(--corner);
  background: var(--chalk);
  padding: 12px;
  margin: 4px 0 14px;
  display: grid;
  gap: 10px;
  font: var(--size-m) var(--sans);
}
.amend p:not(.editor *) {
  white-space: normal;
  margin: 0;
}
.editor:focus-within {
  border-color: var(--heather);
}
.editor :deep(p) {
  margin: 0;
}
</style>
