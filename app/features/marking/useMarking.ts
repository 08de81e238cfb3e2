import type { InjectionKey } from 'vue'
import type { FieldSpec, Party } from '~~/core/document/model'
import { type Align, arrange, copyToParty, overlaps, repeatOn, within } from '~~/core/marking/arrange'
import { type Mark, type Strike, inReadingOrder } from '~~/core/marking/model'
import { givenValues, suggest } from '~~/core/marking/suggest'
import type { PageText } from '~~/core/marking/text'
import type { MarkingView, MovedMarks } from '~~/shared/marking'
import type { FindAnswer } from './find.worker'
import { readBlanks, stopReading } from './finder'

type Strikes = Omit<Strike, 'by' | 'at'>[]
interface Held {
  marks: Mark[]
  strikes: Strikes
  parties: Party[]
}
const STEPS = 200
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const newMarkId = () => `k${newKey()}`

/** What lies on the marking table: the marks, what is chosen, the finder at work, every change undone and kept. */
export function useMarking(of: 'paper' | 'template', id: string, first: MarkingView) {
  const base = `/api/${of}s/${id}/marking`
  const notices = useNotices()
  const view = ref<MarkingView>(first)
  const marks = ref<Mark[]>(view.value.marked.marks)
  const strikes = ref<Strikes>(view.value.marked.strikes)
  const parties = ref<Party[]>(view.value.parties)
  const text = shallowRef<Map<number, PageText>>(new Map())
  const read = ref(view.value.marked.read)
  const chosen = ref<string[]>([])
  const saved = ref<'saved' | 'saving' | 'not saved'>('saved')
  const finding = ref<{ page: number; pages: number } | null>(null)
  const told = ref('')
  let revision = view.value.revision
  let language = 'en'

  // Undo and redo, one step a change.
  const past: Held[] = []
  const future: Held[] = []
  const held = (): Held => plain({ marks: marks.value, strikes: strikes.value, parties: parties.value })
  const canUndo = ref(false)
  const canRedo = ref(false)
  function put(h: Held) {
    marks.value = h.marks
    strikes.value = h.strikes
    parties.value = h.parties
    chosen.value = chosen.value.filter((c) => h.marks.some((m) => m.id === c && m.state !== 'dismissed'))
    canUndo.value = past.length > 0
    canRedo.value = future.length > 0
    later()
  }
  /** Makes one change that one undo takes back. Changes with the same word in quick succession are one. */
  let last = { word: '', at: 0 }
  function change(what: (h: Held) => void, word = ''): void {
    if (view.value.state !== 'draft') return
    const before = held()
    const now = performance.now()
    const goesOn = word !== '' && word === last.word && now - last.at < 900
    last = { word, at: now }
    if (!goesOn) past.push(before)
    if (past.length > STEPS) past.shift()
    future.length = 0
    const next = plain(before)
    what(next)
    put(next)
  }
  function step(from: Held[], to: Held[]) {
    const h = from.pop()
    if (!h) return
    to.push(held())
    last = { word: '', at: 0 }
    put(h)
  }
  const undo = () => step(past, future)
  const redo = () => step(future, past)

  // Saving: a moment after the last change; one at a time.
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> = Promise.resolve()
  function later() {
    saved.value = 'saving'
    clearTimeout(timer)
    timer = setTimeout(() => {
      timer = undefined
      saving = saving.then(save)
    }, 500)
  }
  const AGAIN_MS = 4000
  function again(): void {
    clearTimeout(timer)
    timer = setTimeout(() => {
      timer = undefined
      saving = saving.then(save)
    }, AGAIN_MS)
  }
  async function save(): Promise<void> {
    const body = plain({
      revision,
      marks: marks.value,
      strikes: strikes.value,
      parties: parties.value,
      read: read.value,
    })
    try {
      const got = await api<{ revision: number; preflight: MarkingView['preflight'] }>(base, { method: 'PUT', body })
      revision = got.revision
      view.value.preflight = got.preflight
      told.value = ''
      saved.value = timer ? 'saving' : 'saved'
    } catch (e) {
      saved.value = 'not saved'
      told.value = wordsOf(e)
      if (e instanceof ApiProblem && e.code === 'stale') await reload()
      // The network may be gone for a while; what was marked is here and is tried again.
      else if (e instanceof ApiProblem && e.code === 'offline') again()
    }
  }
  /** Waits until everything has been kept; false when it could not be. */
  async function settle(): Promise<boolean> {
    if (timer) {
      clearTimeout(timer)
      timer = undefined
      saving = saving.then(save)
    }
    await saving
    return saved.value === 'saved'
  }
  async function reload(): Promise<void> {
    view.value = await api<MarkingView>(base)
    revision = view.value.revision
    marks.value = view.value.marked.marks
    strikes.value = view.value.marked.strikes
    parties.value = view.value.parties
    read.value = view.value.marked.read
    past.length = future.length = 0
    canUndo.value = canRedo.value = false
    saved.value = 'saved'
  }
  async function refreshNotes(): Promise<void> {
    if (await settle()) view.value = { ...(await api<MarkingView>(base)), marked: view.value.marked }
  }

  // The finder, in a worker, page by page.
  let leave: () => void = () => {}
  const known = computed(() => givenValues(view.value.context))
  function found(a: Extract<FindAnswer, { page: number }>): void {
    language = a.language
    text.value = new Map(text.value).set(a.page, a.text)
    finding.value = { page: a.page, pages: a.pages }
    if (a.page <= read.value) return
    const got = suggest(a.blanks, known.value, newMarkId, language)
    const fresh = got.marks.filter((m) => !marks.value.some((o) => o.page === m.page && sameSpot(o, m)))
    const { value: at } = parties
    // What the finder adds is not a change somebody made: undo goes past it.
    parties.value = [...at, ...got.parties.filter((p) => !at.some((q) => q.key === p.key))].slice(0, 12)
    marks.value = [...marks.value, ...fresh]
    for (const h of [...past, ...future]) {
      h.marks.push(...plain(fresh))
      h.parties = [...h.parties, ...got.parties.filter((p) => !h.parties.some((q) => q.key === p.key))]
    }
    read.value = a.page
    if (!chosen.value.length && fresh[0]) chosen.value = [inReadingOrder(fresh)[0]!.id]
    later()
  }
  function find(): void {
    leave()
    const { sha, pages } = view.value.marked
    finding.value = { page: 0, pages: pages.length }
    leave = readBlanks(sha, (a) => {
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
    leave()
    stopReading(view.value.marked.sha)
    finding.value = null
  }
  onScopeDispose(() => {
    leave()
    clearTimeout(timer)
  })

  // What is seen.
  const ordered = computed(() => inReadingOrder(marks.value.filter((m) => m.state !== 'dismissed')))
  const open = computed(() => ordered.value.filter((m) => m.state === 'proposed'))
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
  function moveOn(by: number, onlyOpen = false): void {
    const list = ordered.value
    if (!list.length) return
    const at = list.findIndex((m) => m.id === chosen.value[0])
    if (onlyOpen) {
      const next = [...list.slice(at + 1), ...list.slice(0, at + 1)].find((m) => m.state === 'proposed')
      if (next) choose(next.id)
      else choose(list[Math.min(at + 1, list.length - 1)]!.id)
      return
    }
    choose(list[at < 0 ? 0 : Math.min(Math.max(at + by, 0), list.length - 1)]!.id)
  }

  // What is done.
  const each = (ids: readonly string[], what: (m: Mark) => Mark, word = '') =>
    change((h) => {
      h.marks = h.marks.map((m) => (ids.includes(m.id) ? what(m) : m))
    }, word)
  const settled = (m: Mark): Mark => ({ ...m, state: 'settled' })
  const accept = (ids: readonly string[]) => each(ids, settled)
  /** Everything still open of the same type and party as the current one. */
  const acceptLike = () => {
    const c = current.value
    if (!c) return
    accept(
      open.value
        .filter((m) => m.field.type === c.field.type && m.field.party === c.field.party)
        .concat(c)
        .map((m) => m.id),
    )
  }
  const dismiss = (ids: readonly string[]) =>
    change((h) => {
      h.marks = h.marks.flatMap((m): Mark[] =>
        !ids.includes(m.id) ? [m] : m.from === 'hand' ? [] : [{ ...m, state: 'dismissed' }],
      )
    })
  const setField = (ids: readonly string[], set: Partial<FieldSpec>, word = '') =>
    each(ids, (m) => ({ ...settled(m), field: { ...m.field, ...set } }), word)
  const setSize = (ids: readonly string[], size: number | undefined) => each(ids, (m) => ({ ...m, size }))
  const setParty = (n: number) => {
    const party = parties.value[n - 1]
    if (party) each(chosen.value, (m) => ({ ...m, words: undefined, field: { ...m.field, party: party.key } }))
  }
  const setType = (type: FieldSpec['type']) =>
    each(chosen.value, (m) => ({ ...m, words: undefined, field: { ...m.field, type } }))
  const setWords = (id: string, words: Mark['words']) => each([id], (m) => ({ ...settled(m), words }), 'words')
  const setPlace = (id: string, to: Partial<Pick<Mark, 'x' | 'y' | 'w' | 'h'>>, word = '') =>
    each([id], (m) => ({ ...settled(m), ...within({ x: m.x, y: m.y, w: m.w, h: m.h, ...to }, sizeOf(m.page)) }), word)
  const nudge = (dx: number, dy: number, grow: boolean) =>
    each(
      chosen.value,
      (m) => ({
        ...m,
        ...within(
          grow
            ? { x: m.x, y: m.y, w: Math.max(4, m.w + dx), h: Math.max(4, m.h + dy) }
            : { x: m.x + dx, y: m.y + dy, w: m.w, h: m.h },
          sizeOf(m.page),
        ),
      }),
      grow ? 'grow' : 'nudge',
    )
  const sizeOf = (page: number) => view.value.marked.pages[page - 1]!
  function draw(page: number, at: { x: number; y: number; w: number; h: number }): string {
    const id = newMarkId()
    const party = current.value?.field.party ?? parties.value[0]?.key ?? 'client'
    change((h) => {
      if (!h.parties.length) h.parties.push({ key: 'client', label: 'Client' })
      h.marks.push({
        id,
        page,
        ...within(at, sizeOf(page)),
        state: 'settled',
        from: 'hand',
        field: { key: id, type: 'text', party, label: labelNear(page, at), required: true },
        why: '',
        confidence: 1,
      })
    })
    choose(id)
    return id
  }
  /** The words nearest to a box drawn by hand, left of it before above it. */
  function labelNear(page: number, at: { x: number; y: number; h: number }): string {
    const pieces = text.value.get(page)?.pieces ?? []
    const level = pieces
      .filter((p) => Math.abs(p.y + p.h / 2 - at.y - at.h / 2) < at.h && p.x + p.w <= at.x + 4)
      .sort((a, b) => b.x - a.x)[0]
    const over = pieces
      .filter((p) => p.y + p.h <= at.y + 2 && at.y - p.y < 40 && p.x <= at.x + 60 && p.x + p.w >= at.x)
      .sort((a, b) => b.y - a.y)[0]
    return (level ?? over)?.text.replace(/[:\s_.]+$/, '').slice(0, 120) || 'Text'
  }
  const setOut = (how: Align) =>
    change((h) => {
      h.marks = arrange(h.marks, chosen.value, how)
    })
  function copyTo(party: string, where: 'beside' | 'beneath'): void {
    const before = new Set(marks.value.map((m) => m.id))
    change((h) => {
      h.marks = copyToParty(h.marks, chosen.value, party, where, view.value.marked.pages, newMarkId)
    })
    chosen.value = marks.value.filter((m) => !before.has(m.id)).map((m) => m.id)
  }
  const repeat = (pages: readonly number[]) =>
    change((h) => {
      h.marks = repeatOn(h.marks, chosen.value, pages, view.value.marked.pages, newMarkId)
    })
  const strikeOut = (s: Omit<Strikes[number], 'id'>) => change((h) => void h.strikes.push({ ...s, id: newMarkId() }))

  /** Another order of pages, or another file, under the marks. */
  async function underneath(path: '/pages' | '/replace', body: object): Promise<MovedMarks> {
    if (!(await settle()))
      throw new Error(told.value || 'What is on the table could not be kept yet. Try again in a moment.')
    const moved = await api<MovedMarks>(`${base}${path}`, { method: 'POST', body: { revision, ...body } })
    text.value = new Map()
    await reload()
    return moved
  }

  return {
    of,
    id,
    view,
    marks,
    strikes,
    parties,
    text,
    read,
    chosen,
    saved,
    finding,
    told,
    language: () => language,
    canUndo,
    canRedo,
    undo,
    redo,
    change,
    settle,
    reload,
    refreshNotes,
    find,
    stop,
    ordered,
    open,
    current,
    number,
    crossing,
    choose,
    moveOn,
    accept,
    acceptLike,
    dismiss,
    setField,
    setSize,
    setParty,
    setType,
    setWords,
    setPlace,
    nudge,
    draw,
    setOut,
    copyTo,
    repeat,
    strikeOut,
    underneath,
    sizeOf,
  }
}
const sameSpot = (a: Mark, b: Mark): boolean =>
  Math.abs(a.x - b.x) + Math.abs(a.y + a.h - b.y - b.h) < 8 ||
  (Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x) > 0.6 * Math.min(a.w, b.w) &&
    Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) > 0.6 * Math.min(a.h, b.h))

export type Marking = ReturnType<typeof useMarking>
export const MARKING: InjectionKey<Marking> = Symbol('marking')
export const useTable = (): Marking => inject(MARKING)!
