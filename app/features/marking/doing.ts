import type { Ref } from 'vue'
import type { Party } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import { type Align, arrange, copyToParty, repeatOn, within } from '~~/core/marking/arrange'
import type { Mark } from '~~/core/marking/model'
import type { PageText } from '~~/core/marking/text'
import { type Held, type Strikes, newMarkId } from './held'

interface OnTable {
  marks: Ref<Mark[]>
  parties: Ref<Party[]>
  text: Ref<Map<number, PageText>>
  chosen: Ref<string[]>
  open: Ref<Mark[]>
  current: Ref<Mark | null>
  pages: () => { w: number; h: number }[]
  sizeOf: (page: number) => { w: number; h: number }
  change: (what: (h: Held) => void, word?: string) => void
  choose: (id: string) => void
}

/** Everything that can be done to the marks on the table, each one step that can be taken back. */
export function useDoing({ marks, parties, text, chosen, open, current, pages, sizeOf, change, choose }: OnTable) {
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
      h.marks = copyToParty(h.marks, chosen.value, party, where, pages(), newMarkId)
    })
    chosen.value = marks.value.filter((m) => !before.has(m.id)).map((m) => m.id)
  }
  const repeat = (on: readonly number[]) =>
    change((h) => {
      h.marks = repeatOn(h.marks, chosen.value, on, pages(), newMarkId)
    })
  const strikeOut = (s: Omit<Strikes[number], 'id'>) => change((h) => void h.strikes.push({ ...s, id: newMarkId() }))
  return {
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
  }
}
