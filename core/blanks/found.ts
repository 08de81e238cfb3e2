import { across } from './mirror'
import { askewAgain } from './scan'
import type { Candidate } from './candidate'
import { bottom, type Area, type Ink, shared, right, overlap } from './ink'
import type { BlankType } from './judge'
import type { Beside } from './labels'
import type { Scene } from './scene'

/** A blank of a page: where (points from the top left as shown), what, whose, how sure, and why. */
export interface FoundBlank extends Area {
  page: number
  type: BlankType
  party: string
  /** From 0 to 1. */
  confidence: number
  why: string
  /** The words that label it. */
  label: string
  /** Found as a form field of the file. */
  widget?: Ink['widgets'][number]
}

/** What was learnt from the pages read so far; hand it on from page to page. */
export interface Sense {
  words: string[]
  counts: Map<string, number>
}

export interface Seen extends Candidate {
  beside: Beside
  /** Continues the place above it: a further line of one answer. */
  continues?: Seen
  label: string
  where: string
  type: BlankType
  party: string
  /** What gave the party: a word of its own, its row, a heading, the place before, or nothing. */
  by: 'own' | 'row' | 'heading' | 'before' | 'main'
  confidence: number
}

/** Room for a stamp is nobody's to fill. */
export const STAMP = /\b(stamp|seal)$|\bstempel\b|\bcachet\b|\bsello\b/
export const noSense = (): Sense => ({ words: [], counts: new Map() })

/** A line to write on is as high as writing; only a signature takes the room there is. */
export function lineHeight(c: Seen, s: Scene): Area {
  if (!isLine(c) || c.type === 'signature' || c.inText) return c
  const h = Math.min(c.h, Math.max(14, 1.6 * s.body))
  return { x: c.x, y: bottom(c) - h, w: c.w, h }
}

export const quote = (text: string): string =>
  `'${text
    .trim()
    .replace(/[:\s]+$/, '')
    .slice(0, 80)}'`
/** A place of a page that was turned, or seen in a mirror, for reading, back where it is shown. */
export const asShown = (a: Area, ink: Ink): Area => {
  const { turned, mirrored, width, height } = ink
  return turnedBack(askewAgain(mirrored ? across(a, width) : a, ink), turned, width, height)
}
const turnedBack = ({ x, y, w, h }: Area, turned: Ink['turned'], width: number, height: number): Area =>
  turned === 'down'
    ? { x: height - y - h, y: x, w: h, h: w }
    : turned === 'up'
      ? { x: y, y: width - x - w, w: h, h: w }
      : { x, y, w, h }
export const tidy = ({ x, y, w, h }: Area): Area => {
  const r = (n: number) => Math.round(n * 100) / 100
  return { x: r(x), y: r(y), w: r(w), h: r(h) }
}

/** Where two places are the same, the surer way of finding it stays: they come in that order. */
export function unique(all: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = []
  for (const c of all) {
    const clash = kept.some((k) => {
      if (k.widget && c.widget) return false
      const common = overlap(k, c)
      if (common > 0.35 * Math.min(k.w * k.h, c.w * c.h)) return true
      // A form field set on a printed rule, a little above or below it.
      return (
        !!k.widget &&
        shared(k.x, right(k), c.x, right(c)) > 0.5 * Math.min(k.w, c.w) &&
        Math.abs(bottom(k) - bottom(c)) < 7
      )
    })
    if (!clash) kept.push(c)
  }
  return kept
}

export const isLine = (c: Candidate): boolean => ['underscores', 'dots', 'rule', 'dashes'].includes(c.how)
export const inBrackets = (text: string): string => /^\s*[([]\s*([^)\]]{2,60})[)\]]/.exec(text)?.[1] ?? ''
export const tail = (text: string): string => {
  const sentence = text.split(/(?<=[.;?!])\s+(?=\p{Lu})/u).at(-1)!
  return sentence.split(/\s+/).slice(-9).join(' ')
}
