import type { ClauseProblem } from '../document/clauses'
import type { Block, Condition, Inline, PaperDocument } from '../document/model'
import { blocksOf, walkBlocks } from '../document/walk'
import type { FieldSpec } from '../document/field'
import type { Marked } from '../marking/model'
import type { PaperFigures } from '../layout/figures'
import type { Gap, MergeContext } from '../merge/merge'

/** What one press does about a note. */
export type Cure =
  /** Gives a value at its source: a path such as `job.gate` or `client.email`. */
  | { kind: 'source'; label: string; path: string }
  /** Says who stands for a party. */
  | { kind: 'bind'; label: string; party: string }
  /** Rewords one block. */
  | { kind: 'reword'; label: string; block: string; content: Inline[] }
  /** Opens the place where it is set. */
  | { kind: 'go'; label: string; to: 'parties' | 'deadline' | 'job' | 'clauses' }
  /** Shows a mark on the table. */
  | { kind: 'mark'; label: string; mark: string }

/** Something that would go wrong if the paper were sent now. A `stop` must be cured first. */
export interface PreflightNote {
  rule: string
  severity: 'stop' | 'warn'
  words: string
  /** The block it is about. */
  at: string | null
  cure: Cure | null
}

export interface PreflightInput {
  kind: string
  /** As written, with its amendments. */
  template: PaperDocument
  /** As it would go out. */
  document: PaperDocument
  gaps: readonly Gap[]
  fields: readonly FieldSpec[]
  clauseProblems: readonly ClauseProblem[]
  context: MergeContext
  /** For a paper of a job; null for a template, which nobody stands for yet. */
  job: {
    people: readonly { party: string; name: string; email: string; turn?: number }[]
    lapsesAt: string | null
    day: string | null
    today: string
    total: number
    /** Whether an invoice follows from it by itself. */
    invoiced: boolean
    figures: PaperFigures | null
    /** Names of clients of other jobs. */
    otherClients: readonly string[]
  } | null
  /** Somebody else's PDF with its marks, where the paper is one. */
  marked?: Marked
  /** Fields whose set text is too long for their box, as layout found. */
  overflows: readonly { key: string; label: string }[]
}

/** One rule: reads the paper and says what it finds. */
export type Rule = (input: PreflightInput) => Omit<PreflightNote, 'rule'>[]

/** Blocks of text with an id, and what they say. */
export function textBlocks(d: PaperDocument): { id: string | null; content: Inline[]; block: Block }[] {
  return [...walkBlocks(blocksOf(d))].flatMap((block) =>
    block.t === 'heading' || block.t === 'paragraph' ? [{ id: block.id ?? null, content: block.content, block }] : [],
  )
}

/** Words that were typed, not merged: what a person may have got wrong. */
export const typedWords = (content: readonly Inline[]): string =>
  content.map((i) => (i.t === 'text' && !i.source && !i.gap && i.change !== 'struck' ? i.text : '\u0000')).join('')

/** Every condition of a document with the block it stands on; null for a party's. */
export function conditionsOf(d: PaperDocument): { condition: Condition; at: string | null }[] {
  return [
    ...d.parties.flatMap((p) => (p.when ? [{ condition: p.when, at: null }] : [])),
    ...[...walkBlocks(blocksOf(d))].flatMap((b) => (b.when ? [{ condition: b.when, at: b.id ?? null }] : [])),
  ]
}

export const stop = (
  words: string,
  at: string | null = null,
  cure: Cure | null = null,
): Omit<PreflightNote, 'rule'> => ({
  severity: 'stop',
  words,
  at,
  cure,
})

export const warn = (
  words: string,
  at: string | null = null,
  cure: Cure | null = null,
): Omit<PreflightNote, 'rule'> => ({
  severity: 'warn',
  words,
  at,
  cure,
})
