import { z } from 'zod'
import type { Area, Ink } from '../blanks/ink'
import { across, mirrored } from '../blanks/mirror'
import { askewAgain } from '../blanks/scan'
import { sceneOf } from '../blanks/scene'
import { place } from './model'

/** A phrase of a page, kept so that its words can be read and marks can follow them to a new edition. */
export const textPiece = place.omit({ page: true }).extend({ text: z.string(), size: z.number(), bold: z.boolean() })
export type TextPiece = z.infer<typeof textPiece>
export interface PageText {
  page: number
  w: number
  h: number
  pieces: TextPiece[]
  /** Heights and sides at which something is printed that a box may be set to. */
  ys: number[]
  xs: number[]
}

const round = (n: number) => Math.round(n * 10) / 10
const once = (values: number[]): number[] => [...new Set(values.map(round))].sort((a, b) => a - b)

/** The words of a page and the lines a box may be set to. */
export function textOfPage(given: Ink): PageText {
  const ink = mirrored(given)
  const s = sceneOf(ink)
  const shown = (a: Area): Area => askewAgain(ink.mirrored ? across(a, ink.width) : a, ink)
  if (ink.turned) return { page: ink.page, w: ink.height, h: ink.width, pieces: [], ys: [], xs: [] }
  return {
    page: ink.page,
    w: ink.width,
    h: ink.height,
    pieces: s.phrases.map((p) => {
      const { x, y, w, h } = shown({ x: p.x, y: p.base - 0.8 * p.size, w: p.w, h: p.size })
      return { x: round(x), y: round(y), w: round(w), h: round(h), text: p.text, size: round(p.size), bold: p.bold }
    }),
    ys: once([...s.rules.levelBorders.map((r) => r.y), ...s.lines.map((l) => l.base + 0.22 * l.size)]),
    xs: once(
      [...s.rules.uprightBorders.map((r) => r.y), ...s.rules.level.flatMap((r) => [r.x1, r.x2]), s.left].map((x) =>
        ink.mirrored ? ink.width - x : x,
      ),
    ),
  }
}
