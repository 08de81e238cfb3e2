import { defineStore } from 'pinia'
import { type Ref, computed, ref, shallowRef } from 'vue'
import type { Party } from '~~/core/document/model'
import { overlaps } from '~~/core/marking/arrange'
import { type Mark, inReadingOrder, isSure, openMarks } from '~~/core/marking/model'
import { givenValues, suggest } from '~~/core/marking/suggest'
import type { PageText } from '~~/core/marking/text'
import type { MarkingView, MovedMarks } from '~~/shared/marking'
import { ApiProblem, api, wordsOf } from '../../composables/api'
import { useNotices } from '../../composables/notices'
import { createSaver } from '../../composables/saving'
import type { FindAnswer } from './find.worker'
import { readBlanks, stopReading } from './finder'
import { type Held, type Strikes, newMarkId } from './held'
import { useDoing } from './doing'
import { plain, useHistory } from './history'

/** What lies on the marking table: the marks, what is chosen, the finder at work, every change undone and kept. */
export const useMarking = defineStore('marking', () => {
  const notices = useNotices()
  const of = ref<'paper' | 'template'>('paper')
  const id = ref('')
  const base = computed(() => `/api/${of.value}s/${id.value}/marking`)
  // There is one once it has been opened.
  const view = ref(null) as unknown as Ref<MarkingView>
  const marks = ref<Mark[]>([])
  const strikes = ref<Strikes>([])
  const parties = ref<Party[]>([])
  const text = shallowRef<Map<number, PageText>>(new Map())
  const read = ref(0)
  const chosen = ref<string[]>([])
  const finding = ref<{ page: number; pages: number } | null>(null)
  /** Pages that are pictures, by whether their words could be read. */
  const scans = ref(new Map<number, 'read' | 'unread'>())
  const told = ref('')
  let revision = 0
  let language = 'en'

  const history = useHistory<Held>(
    () => plain({ marks: marks.value, strikes: strikes.value, parties: parties.value }),
    (h) => {
      marks.value = h.marks
      strikes.value = h.strikes
      parties.value = h.parties
      chosen.value = chosen.value.filter((c) => h.marks.some((m) => m.id === c && m.state !== 'dismissed'))
      saver.changed()
    },
  )
  /** Makes one change that one undo takes back, where there may be changes at all. */
  const change = (what: (h: Held) => void, word = ''): void => {
    if (view.value.state === 'draft') history.change(what, word)
  }

  const saver = createSaver(save, {
    after: 500,
    refused: async (e) => {
      told.value = wordsOf(e)
      if (e instanceof ApiProblem && e.code === 'stale') await reload()
    },
  })
  async function save(): Promise<void> {
    const body = plain({
      revision,
      marks: marks.value,
      strikes: strikes.value,
      parties: parties.value,
      read: read.value,
    })
    const got = await api<{ revision: number; preflight: MarkingView['preflight'] }>(base.value, {
      method: 'PUT',
      body,
    })
    revision = got.revision
    view.value.preflight = got.preflight
    told.value = ''
  }
  const { flush } = saver
  /** Lays another paper or template on the table; what was still to be kept of the last goes first. */
  async function open(what: 'paper' | 'template', which: string): Promise<void> {
    await leave()
    const next = await api<MarkingView>(`/api/${what}s/${which}/marking`)
    of.value = what
    id.value = which
    text.value = new Map()
    scans.value = new Map()
    chosen.value = []
    told.value = ''
    show(next)
  }
  /** The table is left: nothing is looked for any more, and what waits is kept. */
  async function leave(): Promise<void> {
    unread()
    finding.value = null
    if (saver.waits()) await flush()
    saver.stop()
  }
  const reload = async (): Promise<void> => show(await api<MarkingView>(base.value))
  function show(next: MarkingView): void {
    view.value = next
    revision = view.value.revision
    marks.value = view.value.marked.marks
    strikes.value = view.value.marked.strikes
    parties.value = view.value.parties
    read.value = view.value.marked.read
    history.forget()
    saver.taken()
  }
  async function refreshNotes(): Promise<void> {
    if (await flush()) view.value = { ...(await api<MarkingView>(base.value)), marked: view.value.marked }
  }

  // The finder, in a worker, page by page.
  let unread: () => void = () => {}
  const known = computed(() => givenValues(view.value.context))
  function found(a: Extract<FindAnswer, { page: number }>): void {
    language = a.language
    text.value = new Map(text.value).set(a.page, a.text)
    if (a.scan) scans.value = new Map(scans.value).set(a.page, a.scan)
    finding.value = { page: a.page, pages: a.pages }
    if (a.page <= read.value) return
    const got = suggest(a.blanks, known.value, newMarkId, language)
    const fresh = got.marks.filter((m) => !marks.value.some((o) => o.page === m.page && sameSpot(o, m)))
    const { value: at } = parties
    // What the finder adds is not a change somebody made: undo goes past it.
    parties.value = [...at, ...got.parties.filter((p) => !at.some((q) => q.key === p.key))].slice(0, 12)
    marks.value = [...marks.value, ...fresh]
    history.everywhere((h) => {
      h.marks.push(...plain(fresh))
      h.parties = [...h.parties, ...got.parties.filter((p) => !h.parties.some((q) => q.key === p.key))]
    })
    read.value = a.page
    if (!chosen.value.length && fresh[0]) chosen.value = [inReadingOrder(fresh)[0]!.id]
    saver.changed()
  }
  function find(): void {
    unread()
    const { sha, pages } = view.value.marked
    finding.value = { page: 0, pages: pages.length }
    unread = readBlanks(sha, (a) => {
      if ('page' in a) found(a)
      else {
        if ('failed' in a)
          notices.trouble(
            new Error('The blanks of this file could not be read to the end. Draw the boxes that are missing.'),
          )
        finding.value = null
      }
    })
  }
  /** Gives up looking for blanks; what was found stays. */
  function stop(): void {
    unread()
    stopReading(view.value.marked.sha)
    finding.value = null
  }

  const sizeOf = (page: number) => view.value.marked.pages[page - 1]!
  // What is seen.
  const ordered = computed(() => inReadingOrder(marks.value.filter((m) => m.state !== 'dismissed')))
  /** What was found and isn't settled yet; what is only perhaps a blank is shown, and no work to do. */
  const proposed = computed(() => openMarks({ marks: ordered.value }))
  const perhaps = computed(() => ordered.value.filter((m) => m.state === 'proposed' && !isSure(m)))
  const current = computed(() => marks.value.find((m) => m.id === chosen.value[0]) ?? null)
  const number = (party: string) => parties.value.findIndex((p) => p.key === party) + 1
  const crossing = computed(
    () => new Set(overlaps(marks.value.filter((m) => m.state === 'settled')).flatMap(([a, b]) => [a.id, b.id])),
  )

  /** Chooses a mark; with `add`, besides what is chosen. */
  function choose(id: string | null, add = false): void {
    if (id === null) chosen.value = []
    else if (!add) chosen.value = [id]
    else chosen.value = chosen.value.includes(id) ? chosen.value.filter((c) => c !== id) : [...chosen.value, id]
  }
  /** Chooses every field of one party on all pages: of this one, or of whose mark is chosen. */
  function chooseParty(party = current.value?.field.party): void {
    const lead = current.value?.field.party === party ? chosen.value.slice(0, 1) : []
    const theirs = ordered.value.filter((m) => m.field.party === party).map((m) => m.id)
    chosen.value = [...lead, ...theirs.filter((id) => !lead.includes(id))]
  }
  function moveOn(by: number, onlyOpen = false): void {
    const list = ordered.value
    if (!list.length) return
    const at = list.findIndex((m) => m.id === chosen.value[0])
    if (onlyOpen) {
      const [next] = openMarks({ marks: [...list.slice(at + 1), ...list.slice(0, at + 1)] })
      if (next) choose(next.id)
      else choose(list[Math.min(at + 1, list.length - 1)]!.id)
      return
    }
    choose(list[at < 0 ? 0 : Math.min(Math.max(at + by, 0), list.length - 1)]!.id)
  }

  const done = useDoing({
    marks,
    parties,
    text,
    chosen,
    open: proposed,
    current,
    sizeOf,
    change,
    choose,
    pages: () => view.value.marked.pages,
  })

  /** Another order of pages, or another file, under the marks. */
  async function underneath(path: '/pages' | '/replace', body: object): Promise<MovedMarks> {
    if (!(await flush()))
      throw new Error(told.value || 'What is on the table could not be kept yet. Try again in a moment.')
    const moved = await api<MovedMarks>(`${base.value}${path}`, { method: 'POST', body: { revision, ...body } })
    text.value = new Map()
    await reload()
    return moved
  }

  return {
    of,
    id,
    open,
    leave,
    view,
    marks,
    strikes,
    parties,
    text,
    read,
    chosen,
    saved: saver.state,
    finding,
    scans,
    told,
    language: () => language,
    ...history,
    change,
    flush,
    reload,
    refreshNotes,
    find,
    stop,
    ordered,
    proposed,
    perhaps,
    current,
    number,
    crossing,
    choose,
    chooseParty,
    moveOn,
    ...done,
    underneath,
    sizeOf,
  }
})
const sameSpot = (a: Mark, b: Mark): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y + a.h - b.y - b.h) < 8 ||
  (Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 0.6 * Math.min(a.w, b.w) &&
    Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 0.6 * Math.min(a.h, b.h))

export type Marking = ReturnType<typeof useMarking>
