import { Editor } from '@tiptap/vue-3'
import { defineStore } from 'pinia'
import { type ShallowRef, computed, ref, shallowRef } from 'vue'
import type { PaperDocument } from '~~/core/document/model'
import { type ProseNode, fromProse, toProse } from '~~/core/document/prose'
import { withoutValue } from '~~/core/document/values'
import { askingFor, pathOf } from '~~/core/merge/context'
import type { Holds } from '~~/core/visits/holds'
import type { PreflightNote } from '~~/core/preflight/preflight'
import type { TemplateView } from '~~/shared/library'
import type { TemplateStep } from '~~/shared/out/library'
import { ApiProblem, api, newKey, wordsOf } from '../../composables/api'
import { pageNonce } from '../../composables/nonce'
import { useNotices } from '../../composables/notices'
import { createSaver } from '../../composables/saving'
import type { Setting, Worked } from './layout.worker'
import { usePages } from './pages'
import { imageFrom, inLine } from './images'
import { redraw, sheetNodes } from './nodes'
import { ownHtml, pasteHtml } from './paste'
import { goToBlock, rewordBlock } from './places'
import { LeadingOut } from './leading'
import { Finding, Ids, Staying, WorkedOut, workedKey } from './plugins'
import { know } from './say'

/** How long writing rests before it is saved. */
const SAVE_AFTER = 700

/** The template on the screen: its text, its pages as the layout finds them, its saving, and the way back. */
export const useSheet = defineStore('sheet', () => {
  const id = ref('')
  // There is one once it has been opened.
  const view = shallowRef(null) as unknown as ShallowRef<TemplateView>
  /** Title, parties, paper values and initials: what isn't text. */
  const base = shallowRef(null) as unknown as ShallowRef<PaperDocument>
  const worked = shallowRef<Worked | null>(null)
  const savedAt = ref('')
  const told = ref('')
  const editor = shallowRef<Editor | null>(null)
  const notices = useNotices()
  let revision = 0
  /** Where going back beyond this sitting has come to; null while it hasn't begun since the last stroke. */
  let backTo: number | null = null
  let last = ''

  /** Opens another template; what was still to be kept of the last goes first, and its editor is no more. */
  async function open(of: string): Promise<void> {
    await leave()
    const next = await api<TemplateView>(`/api/templates/${of}`)
    id.value = of
    worked.value = null
    backTo = null
    told.value = ''
    take(next)
  }
  /** Shows a template as the server has it now. */
  function take(next: TemplateView): void {
    view.value = next
    base.value = next.document
    savedAt.value = next.updatedAt
    aside.value = undefined
    revision = next.revision
    last = JSON.stringify(next.document)
    saver.taken()
  }
  /** The sheet is left: what waits is kept, and nothing can be written any more. */
  async function leave(): Promise<void> {
    if (saver.waits()) await saver.flush()
    layout.stop()
    editor.value?.destroy()
    editor.value = null
  }

  const current = (): PaperDocument =>
    editor.value ? fromProse(editor.value.getJSON() as ProseNode, base.value) : base.value

  /** What the record says, and what this paper itself asks for. */
  const context = () => askingFor(view.value.context, base.value.asks ?? [])
  const setting = (): Setting => ({
    kind: view.value.kind,
    context: context(),
    figures: view.value.figures,
    clauses: view.value.clauses,
    kept: view.value.kept,
  })
  const layout = usePages(current, show)
  function show(now: Worked): void {
    worked.value = now
    know({ numbers: now.numbers })
    const e = editor.value
    if (!e || e.isDestroyed) return
    e.view.dispatch(e.state.tr.setMeta(workedKey, now).setMeta('addToHistory', false))
    redraw(e.view.dom)
  }
  /** The record, the clauses or the parties have changed: everything is said and laid out anew. */
  function renew(): void {
    know({ context: context(), parties: base.value.parties, clauses: view.value.clauses })
    layout.ask(setting())
    if (editor.value) redraw(editor.value.view.dom)
  }

  // Saving by itself.
  /** The version this text was set aside as, when another window was ahead: what is written further goes there, too. */
  const aside = ref<string>()
  const saver = createSaver(save, { after: SAVE_AFTER, refused })
  const { changed } = saver
  const saved = computed(() => (aside.value === undefined ? saver.state.value : ('set aside' as const)))
  async function save(): Promise<void> {
    const document = current()
    const text = JSON.stringify(document)
    if (text === last) return
    const got = await api<{ revision: number }>(`/api/templates/${id.value}`, {
      method: 'PATCH',
      body: { revision, document, ...(aside.value === undefined ? {} : { aside: aside.value }) },
    })
    revision = got.revision
    last = text
    savedAt.value = new Date().toISOString()
    told.value = ''
  }
  function refused(e: unknown): void {
    told.value = wordsOf(e)
    if (!(e instanceof ApiProblem) || e.code !== 'stale') return
    aside.value = String(e.extra.aside)
    // It is kept, among the versions.
    saver.taken()
  }
  /** Waits until everything written has been kept. */
  const flush = async (): Promise<void> => void (await saver.flush())

  /** As plain data: what comes from a component may be watched by it, and a worker takes no such thing. */
  const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
  function put(document: PaperDocument): void {
    base.value = plain(document)
    editor.value!.commands.setContent(toProse(base.value))
    changed()
    renew()
  }
  /** Changes what isn't text. */
  function setBase(more: Partial<PaperDocument>): void {
    base.value = plain({ ...current(), ...more })
    changed()
    renew()
  }
  /** Asks for a paper value no more, and takes it off the sheet where it stands. */
  function askNoMore(key: string): void {
    const before = current()
    const path = pathOf({ key })
    const document = withoutValue(before, path)
    put({ ...document, asks: (document.asks ?? []).filter((a) => a.key !== key) })
    notices.say('It is asked no more.', { undo: () => put(before) })
  }
  /** Gives the first page or the even ones a head and a foot of their own, empty ones to begin with, or takes them off. */
  function ownHeads(way: 'first' | 'even', on: boolean): void {
    const before = current()
    const { [way]: had, ...rest } = before
    put(on ? { ...before, [way]: had ?? { header: [], footer: [] } } : rest)
    const whose = way === 'first' ? 'The first page begins and ends' : 'Even pages begin and end'
    if (!on && had && had.header.length + had.footer.length)
      notices.say(`${whose} as every page does.`, { undo: () => put(before) })
  }
  /** Back one step; beyond this sitting, to what was saved before. */
  async function undo(): Promise<void> {
    const e = editor.value!
    if (backTo === null && e.can().undo()) return void e.chain().focus().undo().run()
    await flush()
    try {
      const step = await api<TemplateStep>(`/api/templates/${id.value}/steps/${backTo ?? revision}`)
      put(step.document)
      backTo = step.revision
      notices.say('Back to what was saved before.')
    } catch (e) {
      if (e instanceof ApiProblem && e.code === 'not-found') notices.say('There is nothing to undo.')
      else notices.trouble(e)
    }
  }
  const redo = () => editor.value!.chain().focus().redo().run()

  /** The other window's text, in place of what stands here; what was here is among the versions. */
  async function takeTheirs(): Promise<void> {
    take(await api<TemplateView>(`/api/templates/${id.value}`))
    editor.value!.commands.setContent(toProse(base.value))
    told.value = ''
    renew()
  }
  /** What stands here as a template of its own; its id. */
  async function keepMine(): Promise<string> {
    const { name, kind, folder } = view.value
    const body = { name: `${name}, my copy`.slice(0, 120), kind, folder, document: current(), key: newKey() }
    const made = await api<{ id: string }>('/api/templates', { method: 'POST', body })
    saver.taken()
    return made.id
  }
  async function rename(more: {
    name?: string
    folder?: string
    kind?: string
    holds?: Holds
    target?: 'clients' | 'staff'
    archived?: boolean
  }): Promise<void> {
    await api(`/api/templates/${id.value}`, { method: 'PATCH', body: { revision, ...more } })
    view.value = { ...view.value, ...more }
    renew()
  }

  /** Puts pictures on the sheet, each on its own or `among` the words of the line one is in. */
  async function takePictures(files: readonly File[], among = false): Promise<void> {
    for (const file of files) {
      try {
        const { attrs, words } = await imageFrom(file)
        editor
          .value!.chain()
          .focus()
          .insertContent(among ? inLine(attrs) : { type: 'image', attrs })
          .run()
        if (words) notices.say(words)
      } catch (e) {
        notices.trouble(e)
      }
    }
  }
  const pictures = (list: FileList | undefined) => [...(list ?? [])].filter((f) => f.type.startsWith('image/'))

  /** Puts the text into an editor, and has its pages laid out. */
  function start(): void {
    know({ context: context(), parties: base.value.parties, clauses: view.value.clauses, numbers: {} })
    layout.start()
    editor.value = new Editor({
      injectNonce: pageNonce(),
      extensions: [...sheetNodes, Ids, Staying, LeadingOut, Finding, WorkedOut],
      content: toProse(base.value),
      editorProps: {
        attributes: {
          'aria-label': 'The sheet',
          role: 'textbox',
          'aria-multiline': 'true',
          class: 'sheet-text',
          lang: base.value.language,
        },
        transformPastedHTML: ownHtml,
        handlePaste: (_view, event) => {
          const files = pictures(event.clipboardData?.files)
          if (files.length) void takePictures(files)
          return files.length > 0 || pasteHtml(editor.value!, event.clipboardData)
        },
        handleDrop: (_view, event) => {
          const files = pictures((event as DragEvent).dataTransfer?.files)
          if (files.length) void takePictures(files)
          return files.length > 0
        },
        handleKeyDown: (_view, event) => {
          const mod = event.ctrlKey || event.metaKey
          if (mod && event.key.toLowerCase() === 'z' && !event.shiftKey) {
            void undo()
            return true
          }
          return false
        },
      },
      onUpdate: ({ transaction }) => {
        if (!transaction.docChanged) return
        backTo = null
        changed()
        layout.ask()
      },
    })
    renew()
  }

  const notes = computed<PreflightNote[]>(() => worked.value?.notes ?? [])
  const goTo = (block: string) => editor.value && goToBlock(editor.value, block)
  const reword = (block: string, content: ProseNode[]) => rewordBlock(editor.value!, block, content)

  return {
    id,
    open,
    start,
    leave,
    waits: saver.waits,
    view,
    base,
    editor,
    worked,
    notes,
    saved,
    savedAt,
    told,
    current,
    flush,
    put,
    setBase,
    askNoMore,
    ownHeads,
    undo,
    redo,
    takeTheirs,
    keepMine,
    rename,
    takePictures,
    renew,
    goTo,
    reword,
  }
})
