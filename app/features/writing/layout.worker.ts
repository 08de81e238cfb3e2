import { resolveClauses } from '../../../core/document/clauses'
import type { PaperDocument } from '../../../core/document/model'
import { blocksOf, fieldsOf, walkBlocks } from '../../../core/document/walk'
import type { LayoutCache } from '../../../core/layout/block-context'
import { expandTables } from '../../../core/layout/expand'
import type { PaperFigures } from '../../../core/layout/figures'
import { layoutDocument } from '../../../core/layout/layout'
import { type PageStart, sheetOf } from '../../../core/layout/types'
import { type MergeContext, merge } from '../../../core/merge/merge'
import { type PreflightNote, preflight } from '../../../core/preflight/preflight'
import { fontSet } from '../../../core/pdf/fonts'
import { type ClauseText, clausesIn } from '../../../shared/library'

/** What a template is worked out with: set once, and again when a clause or the record changes. */
export interface Setting {
  kind: string
  context: MergeContext
  figures: PaperFigures | null
  clauses: ClauseText[]
  kept: ClauseText[]
}

export interface Ask {
  n: number
  document: PaperDocument
  setting?: Setting
}

/** The document as it would be laid out now. */
export interface Worked {
  n: number
  pages: number
  starts: PageStart[]
  notes: PreflightNote[]
  /** Numbers of numbered blocks by id, and the blocks that are there for the job it is shown with. */
  numbers: Record<string, string>
  present: string[]
}

/** This text could not be laid out. */
export interface Unworked {
  n: number
  failed: string
}

/** Fonts are read when a letter first needs them; in a worker a synchronous request holds nobody up. */
const fonts = fontSet((file) => {
  const request = new XMLHttpRequest()
  request.open('GET', `/fonts/${file}`, false)
  request.responseType = 'arraybuffer'
  request.send()
  return new Uint8Array(request.response as ArrayBuffer)
})

const cache: LayoutCache = { boxes: new Map() }
let setting: Setting | null = null

function work(document: PaperDocument, { kind, context, figures, ...texts }: Setting): Omit<Worked, 'n'> {
  const whole = resolveClauses(document, clausesIn(texts))
  const merged = merge(whole.document, context)
  const laid = layoutDocument(expandTables(merged.document, figures), fonts, sheetOf(merged.document), cache)
  const numbers: Record<string, string> = {}
  const present: string[] = []
  for (const b of walkBlocks(blocksOf(merged.document))) {
    if (!b.id) continue
    present.push(b.id)
    if ('number' in b && b.number) numbers[b.id] = b.number
  }
  const notes = preflight({
    kind,
    template: whole.document,
    document: merged.document,
    gaps: merged.gaps.filter((g) => g.unknown),
    fields: fieldsOf(merged.document),
    clauseProblems: whole.problems,
    context,
    overflows: laid.overflows,
    job: null,
  })
  return { pages: laid.pages.length, starts: laid.starts, notes, numbers, present }
}

self.onmessage = ({ data }: MessageEvent<Ask>) => {
  if (data.setting) {
    setting = data.setting
    cache.boxes.clear()
  }
  if (!setting) return
  // Whatever one text does to the layout, the next question gets its answer.
  try {
    self.postMessage({ n: data.n, ...work(data.document, setting) } satisfies Worked)
  } catch (e) {
    self.postMessage({ n: data.n, failed: e instanceof Error ? e.message : String(e) } satisfies Unworked)
  }
}
