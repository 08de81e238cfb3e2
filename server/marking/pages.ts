import type { z } from 'zod'
import { type PageFrom, followPages, moveMarks } from '../../core/marking/move'
import type { MovedMarks, changePages, replaceFile } from '../../shared/marking'
import { write } from '../platform/db/client'
import { Problem } from '../platform/problem'
import { fileFrom, fileOfSha, textOf } from '../files/take'
import { type OnTable, keepTable, loadTable, mayMark } from './table'

/** Puts pages in another order, turns them, takes some out or adds some from another file; marks follow their pages. */
export async function arrangePages(on: OnTable, input: z.output<typeof changePages>): Promise<MovedMarks> {
  const before = await loadTable(on)
  mayMark(before, input.revision)
  const { marked } = before
  const file = await fileFrom(input.pages, marked.name)
  const from = input.pages.map((p): PageFrom => ({ was: p.sha === marked.sha ? p.page : 0, turn: p.turn }))
  const marks = followPages(marked.marks, from, marked.pages)
  const strikes = followPages(marked.strikes, from, marked.pages)
  const same = from.every((f, i) => f.was === i + 1 && f.turn === 0)
  return write(async (tx) => {
    mayMark(await loadTable(on), input.revision)
    const revision = await keepTable(tx, on, {
      revision: input.revision,
      marked: {
        ...marked,
        sha: file.sha,
        pages: file.pages,
        removed: [...new Set([...marked.removed, ...file.removed])].slice(0, 40),
        marks: marks.kept,
        strikes: strikes.kept,
        // Pages that came from elsewhere are read for blanks; those that were here keep their marks.
        read: same ? marked.read : Math.min(marked.read, firstNew(from)),
      },
    })
    return {
      revision,
      unplaced: marks.lost.filter((m) => m.state === 'settled'),
      gone: strikes.lost.map((s) => s.words),
    }
  })
}
const firstNew = (from: readonly PageFrom[]): number => {
  const at = from.findIndex((f) => f.was === 0)
  return at < 0 ? from.length : at
}

/** Replaces the file under the marks by a new edition of it: marks go where their words went; what has no place is kept aside. */
export async function replaceUnder(on: OnTable, input: z.output<typeof replaceFile>): Promise<MovedMarks> {
  const before = await loadTable(on)
  mayMark(before, input.revision)
  const file = await fileOfSha(input.sha)
  if (file.use !== 'mark') throw new Problem('invalid', 'This file is digitally signed; it can’t lie under marks.')
  const [old, fresh] = await Promise.all([textOf(before.marked.sha), textOf(input.sha)])
  const moved = moveMarks(before.marked.marks, before.marked.strikes, old, fresh)
  return write(async (tx) => {
    mayMark(await loadTable(on), input.revision)
    const revision = await keepTable(tx, on, {
      revision: input.revision,
      marked: {
        ...before.marked,
        sha: file.sha,
        name: file.name,
        pages: file.pages,
        removed: file.removed,
        marks: moved.marks,
        strikes: moved.strikes,
        unplaced: moved.unplaced,
        // The new edition may have blanks the old one hadn't.
        read: 0,
      },
    })
    return { revision, unplaced: moved.unplaced, gone: moved.gone.map((s) => s.words) }
  })
}
