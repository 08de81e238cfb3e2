import { Piscina } from 'piscina'
import { useConfig } from '../config'
import type { MarkedTask, RenderTask, Rendered, SealTask, TakeInAnswer } from '../worker/index'
import type { ReadDocument } from '../../core/identity/read'
import type { FoundBlank } from '../../core/blanks/find'
import type { PageText } from '../../core/marking/text'
import type { PageOf } from '../../core/pdf/intake'
import type { PaperDocument } from '../../core/document/model'
import type { SigningKey } from '../../core/evidence/certificate'

let pool: Piscina | null = null
const run = <T>(name: string, task: unknown, signal?: AbortSignal) =>
  (pool ??= new Piscina({
    filename: useConfig().workerPath,
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 30_000,
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: 1500 },
  })).run(task, { name, signal }) as Promise<T>

/** Layout and drawing of a merged paper, in a worker thread. */
export const renderPaper = (task: RenderTask): Promise<Rendered> => run('render', task)
/** Marks, signing record and signature put to the bytes that were sent, in a worker thread. */
export const sealInWorker = (task: SealTask): Promise<Uint8Array> => run('sealPaper', task)
export const makeKeyInWorker = (name: string, at: string): Promise<SigningKey> => run('makeKey', { name, at })
/** Files from outside may be made to take for ever: after this many milliseconds the thread is ended. */
const OUTSIDE_MS = 60_000
const runOutside = <T>(name: string, task: unknown) => run<T>(name, task, AbortSignal.timeout(OUTSIDE_MS))
export const renderMarked = (task: MarkedTask): Promise<Rendered> => run('renderMarked', task)
export const takeInFile = (task: { bytes: Uint8Array; kind: 'pdf' | 'png' | 'jpeg'; password?: string }) =>
  runOutside<TakeInAnswer>('takeInFile', task)
export const assemblePages = (task: { files: Uint8Array[]; pages: PageOf[] }) =>
  runOutside<Uint8Array>('assemblePages', task)
export const pageTexts = (bytes: Uint8Array) => runOutside<PageText[]>('pageTexts', { bytes })
export const readDocumentInWorker = (bytes: Uint8Array, year: number) =>
  runOutside<ReadDocument | null>('readDocument', { bytes, year })
export const looksTakenInWorker = (bytes: Uint8Array) => runOutside<boolean>('looksTaken', { bytes })
export const findBlanks = (bytes: Uint8Array) => runOutside<FoundBlank[]>('findBlanks', { bytes })
/** Lets a worker read its fonts before the first paper is wanted. A failure here shows again when one is. */
export function warmUp(): void {
  const body: PaperDocument['body'] = [{ t: 'paragraph', content: [{ t: 'text', text: 'Warm' }] }]
  const document: PaperDocument = { title: '', language: 'en', parties: [], header: [], footer: [], body }
  renderPaper({ document, figures: null, at: new Date(0).toISOString(), author: '' }).catch(() => {})
}
export async function closePool(): Promise<void> {
  await pool?.destroy()
  pool = null
}
