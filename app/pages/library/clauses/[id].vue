<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { Editor, EditorContent } from '@tiptap/vue-3'
import { compareDocuments } from '~~/core/amend/compare'
import type { Block, PaperDocument } from '~~/core/document/model'
import { type ProseNode, fromProse, toProse } from '~~/core/document/prose'
import { type ClauseView, type TemplateRow, type TemplateView, saveClause } from '~~/shared/library'
import ComparedText from '~/features/writing/ComparedText.vue'
import InsertMenu from '~/features/writing/InsertMenu.vue'
import { insertables } from '~/features/writing/insert'
import { passageNodes } from '~/features/writing/nodes'
import { ownHtml, pasteHtml } from '~/features/writing/paste'
import { LeadingOut } from '~/features/writing/leading'
import { Ids, Staying } from '~/features/writing/plugins'
import { know } from '~/features/writing/say'
import { useSlash } from '~/features/writing/slash'
import '~/features/writing/sheet.css'

/** A clause of the library: its words, its editions, and the templates a change would touch. */
const id = String(useRoute().params.id)
const fresh = id === 'new'
const EMPTY: ClauseView = {
  id,
  name: '',
  edition: 0,
  body: [{ t: 'paragraph', content: [] }],
  archived: false,
  templates: [],
  editions: [],
}
const clause = ref<ClauseView>(fresh ? EMPTY : await api<ClauseView>(`/api/clauses/${id}`))
const name = ref(clause.value.name)
const key = newKey()
const { busy, act } = useAct()
const notices = useNotices()
const asking = useAsking()
const editor = shallowRef<Editor | null>(null)
const changed = ref(false)
useHead({ title: () => `${clause.value.name || 'New clause'} · Upwold` })

/** The parties a template usually has; a template without one is told of the field by its preflight. */
const PARTIES = ['Client', 'Business', 'Guest', 'Guardian', 'Witness'].map((label) => ({
  key: label.toLowerCase(),
  label,
}))
const others = ref<TemplateView['clauses']>([])
const desk = ref<HTMLElement>()
const writtenOn = {
  editor,
  base: ref({ parties: PARTIES }),
  view: computed(() => ({ clauses: others.value })),
  worked: ref(null),
}
const { menu, openMenu, slash } = useSlash(editor, desk, () => insertables(writtenOn))

const around = (body: Block[]): PaperDocument => ({
  title: '',
  language: 'en-GB',
  parties: [],
  header: [],
  footer: [],
  body,
})
const asDoc = (body: Block[]) => ({ type: 'doc', content: toProse(around(body)).content![1]!.content! })
const bodyNow = (): Block[] =>
  fromProse(
    { type: 'doc', content: [{ type: 'pageBody', content: (editor.value!.getJSON() as ProseNode).content ?? [] }] },
    around([]),
  ).body

onMounted(async () => {
  // Values are named as any template would name them.
  const { templates } = await api<{ templates: TemplateRow[] }>('/api/library')
  if (templates[0]) {
    const { context, clauses } = await api<TemplateView>(`/api/templates/${templates[0].id}`)
    others.value = clauses.filter((c) => c.id !== id)
    know({ context, clauses, parties: PARTIES, numbers: {} })
  }
  editor.value = new Editor({
    injectNonce: pageNonce(),
    extensions: [...passageNodes, Ids, Staying, LeadingOut],
    content: asDoc(clause.value.body),
    editorProps: {
      transformPastedHTML: ownHtml,
      handlePaste: (_view, event) => pasteHtml(editor.value!, event.clipboardData),
      attributes: { class: 'sheet-text', role: 'textbox', 'aria-multiline': 'true', 'aria-label': 'The clause' },
    },
    onUpdate: () => {
      changed.value = true
    },
  })
})
watch(name, () => (changed.value = true))
useEventListener('beforeunload', (event) => changed.value && event.preventDefault())
onBeforeUnmount(() => editor.value?.destroy())
onBeforeRouteLeave(
  () => !changed.value || asking.ask('What you wrote in this clause isn’t kept yet. Leave without it?', 'Leave it'),
)

const given = () => ({
  name: name.value,
  body: editor.value ? bodyNow() : [],
  edition: clause.value.edition,
  archived: clause.value.archived,
  key,
})
async function keep(body: object) {
  const made = await api<{ id: string }>(fresh ? '/api/clauses' : `/api/clauses/${id}`, {
    method: fresh ? 'POST' : 'PUT',
    body,
  })
  changed.value = false
  if (fresh) return void (await navigateTo(`/library/clauses/${made.id}`, { replace: true }))
  clause.value = await api<ClauseView>(`/api/clauses/${id}`)
  notices.say(
    `Edition ${clause.value.edition} is kept. ${clause.value.templates.filter((t) => t.follows).length} templates follow it.`,
  )
}
const putAway = (archived: boolean) => act(() => keep({ ...given(), archived }))
const style = (type: 'heading' | 'paragraph', attributes: object) =>
  editor.value!.chain().focus().setNode(type, attributes).run()
const asked = Number(useRoute().query.edition)
const shown = ref<number | null>(clause.value.editions.some((e) => e.edition === asked) ? asked : null)
const edition = computed(() => clause.value.editions.find((e) => e.edition === shown.value))
const compared = computed(() => {
  return edition.value ? compareDocuments(around(edition.value.body), around(clause.value.body)) : []
})
/** An edition whole, as it was. */
const whole = computed(() =>
  edition.value ? compareDocuments(around(edition.value.body), around(edition.value.body)) : [],
)
const bringBack = () => {
  editor.value!.commands.setContent(asDoc(edition.value!.body))
  changed.value = true
}
const now = useNow()
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ fresh ? 'New clause' : 'Clause' }}</h1>
      <span v-if="!fresh" class="soft">edition {{ clause.edition }}{{ clause.archived ? ', archived' : '' }}</span>
    </div>
    <div class="grid grid-cols-1 narrow:grid-cols-[minmax(0,1fr)_300px] gap-8.5">
      <FormOf v-slot="{ busy: on }" class="form" :schema="saveClause" :given="given" :send="keep">
        <FieldOf name="name" label="Name"
          ><InputText v-model="name" maxlength="120" required :autofocus="fresh"
        /></FieldOf>
        <div v-if="editor" class="acts" role="toolbar" aria-label="Writing">
          <Button variant="outlined" @click="style('heading', { level: 2, numbered: true })"> Numbered heading </Button>
          <Button variant="outlined" @click="style('paragraph', { numbered: true })">Numbered clause</Button>
          <Button variant="outlined" @click="style('paragraph', { numbered: null })">Text</Button>
          <Button variant="outlined" @click="editor.chain().focus().toggleBold().run()">Bold</Button>
          <Button variant="outlined" @click="editor.chain().focus().toggleBulletList().run()">List</Button>
          <Button variant="outlined" aria-haspopup="listbox" @click="openMenu">Insert <kbd>/</kbd></Button>
        </div>
        <div ref="desk" class="relative" @keydown="slash">
          <div class="sheet-paper py-6 px-8 m-0 min-h-50"><EditorContent v-if="editor" :editor="editor" /></div>
          <InsertMenu v-if="menu && editor" :editor="editor" :items="menu.items" :at="menu.at" @close="menu = null" />
        </div>
        <p class="acts">
          <Button type="submit" :disabled="busy || on || (!changed && name === clause.name)">
            {{ fresh ? 'Keep the clause' : `Keep it as edition ${clause.edition + 1}` }}
          </Button>
          <Button v-if="!fresh" variant="text" :disabled="busy" @click="putAway(!clause.archived)">
            {{ clause.archived ? 'Bring it back' : 'Archive it' }}
          </Button>
        </p>
      </FormOf>
      <aside>
        <h2>What a change touches</h2>
        <ul class="ledger">
          <li v-for="t in clause.templates" :key="t.id" class="row flex justify-between gap-2.5 py-2 px-0">
            <NuxtLink :to="`/library/templates/${t.id}`">{{ t.name }}</NuxtLink>
            <span class="soft small">{{ t.follows ? 'follows it' : 'keeps an edition' }}</span>
          </li>
          <li v-if="!clause.templates.length" class="soft row flex justify-between gap-2.5 py-2 px-0">
            No template uses it yet.
          </li>
        </ul>
        <template v-if="clause.editions.length">
          <h2 class="gap">Editions</h2>
          <ul class="ledger">
            <li v-for="e in [...clause.editions].reverse()" :key="e.edition">
              <Button
                unstyled
                class="row flex justify-between gap-2.5 py-2 px-0 plain w-full border-0 bg-transparent aria-pressed:bg-heather-tint cursor-pointer"
                :aria-pressed="shown === e.edition"
                @click="shown = e.edition"
              >
                <b>Edition {{ e.edition }}</b>
                <span class="soft small">{{ whenWords(e.at, now.slice(0, 10)) }}, {{ e.by }}</span>
              </Button>
            </li>
          </ul>
          <div v-if="shown" class="gap">
            <h2>Edition {{ shown }}</h2>
            <div class="card my-2"><ComparedText :list="whole" all /></div>
            <template v-if="shown !== clause.edition">
              <h2>What has changed since</h2>
              <ComparedText :list="compared" />
              <Button variant="outlined" @click="bringBack">Bring edition {{ shown }} back</Button>
            </template>
          </div>
        </template>
      </aside>
    </div>
  </div>
</template>
