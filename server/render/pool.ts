import { Piscina } from 'piscina'
import { useConfig } from '../config'
import type { RenderTask, Rendered, SealTask } from '../worker/index'
import type { PaperDocument } from '../../core/document/model'
import type { SigningKey } from '../../core/evidence/certificate'

let pool: Piscina | null = null
const run = <T>(name: string, task: unknown) =>
  (pool ??= new Piscina({
    filename: useConfig().workerPath,
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 30_000,
    execArgv: [],
  })).run(task, { name }) as Promise<T>

/** Layout and drawing of a merged paper, in a worker thread. */
export const renderPaper = (task: RenderTask): Promise<Rendered> => run('render', task)
/** Marks, signing record and signature put to the bytes that were sent, in a worker thread. */
export const sealInWorker = (task: SealTask): Promise<Uint8Array> => run('sealPaper', task)
export const makeKeyInWorker = (name: string, at: string): Promise<SigningKey> => run('makeKey', { name, at })
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
