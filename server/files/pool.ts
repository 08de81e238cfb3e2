import { Piscina } from 'piscina'
import { join } from 'node:path'
import { useConfig } from '../platform/config'
import { log } from '../platform/log'
import { Problem } from '../platform/problem'
import { withPicture } from './letterhead'
import type { MarkedTask, PosterSize, RenderTask, Rendered, SealAnswer, SealTask } from './worker/index'
import type { ReadDocument } from '../../core/identity/read'
import type { SeenDocument } from './worker/documents'
import type { PictureInfo } from './worker/pictures'
import type { SheetCell } from '../../shared/lists'
import type { ReadMail } from './worker/mail'
import type { Answer } from './worker/refused'
import type { TakenFileAnswer } from './worker/strangers'
import type { Brought, Changes } from '../../shared/library'
import type { FoundBlank } from '../../core/blanks/found'
import type { PageText } from '../../core/marking/text'
import type { RowsFile, RowsTask } from './worker/rows'
import type { PageOf } from '../../core/pdf/assemble'
import type { PaperDocument } from '../../core/document/model'
import type { SigningKey } from '../../core/evidence/certificate'
import type { Stamp } from '../../core/evidence/stamp'

/** Threads that draw and seal our own papers. */
let own: Piscina | null = null
const run = <T>(name: string, task: unknown) =>
  (own ??= new Piscina({
    filename: useConfig().workerPath,
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 30_000,
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: 1000 },
  })).run(task, { name }) as Promise<T>

/** Layout and drawing of a merged paper, in a worker thread. */
export const renderPaper = async (task: RenderTask): Promise<Rendered> =>
  run('render', { ...task, document: await withPicture(task.document) })

/** Marks, signing record and signature put to the bytes that were sent, in a worker thread. */
export const sealInWorker = async ({ restated, ...task }: SealTask): Promise<SealAnswer> =>
  run('sealPaper', {
    ...task,
    ...(restated ? { restated: { ...restated, document: await withPicture(restated.document) } } : {}),
  })
export const makeKeyInWorker = (name: string, at: string, use?: 'time stamps'): Promise<SigningKey> =>
  run('makeKey', { name, at, use })
export const readStampInWorker = (task: Record<'answer' | 'data' | 'nonce', Uint8Array>) =>
  run<{ stamp: Stamp } | { refused: string }>('readStamp', task)
export const stampInWorker = (task: { sealed: Uint8Array; stamp: Stamp }) => run<Uint8Array>('stampSealed', task)
export const writeSheetInWorker = (task: { name: string; rows: SheetCell[][] }): Promise<Uint8Array> =>
  run('writeSheet', task)
export const posterInWorker = (task: { document: PaperDocument; at: string; author: string; size: PosterSize }) =>
  run<Uint8Array>('poster', task)
export const renderMarked = (task: MarkedTask): Promise<Rendered> => run('renderMarked', task)
/** Does something with the whole data folder, in a thread of its own that ends with it. */
async function keeping<T>(name: string, task: unknown): Promise<T> {
  const thread = new Piscina({ filename: join(useConfig().workerPath, '../keep.mjs'), maxThreads: 1, execArgv: [] })
  try {
    return (await thread.run(task, { name })) as T
  } finally {
    await thread.destroy()
  }
}
/** Takes the data folder into one file. */
export const backUpInWorker = (task: { data: string; to: string }): Promise<{ bytes: number; blobs: number }> =>
  keeping('backUp', task)
/** Takes everything in the data folder into one open archive. */
export const takeOutInWorker = (task: {
  data: string
  to: string
  secret: string
  password: string
}): Promise<{ bytes: number }> => keeping('takeOut', task)
export const docxInWorker = (document: PaperDocument): Promise<Uint8Array> => run('docx', { document })

/** Threads that read strangers' files: others than those, so that two bad files can't hold up the drawing of papers. */
let strangers: Piscina | null = null
/** Milliseconds after which the thread is ended: a picture is read in no time, a long file page by page. */
const PICTURE_MS = 4000
const FILE_MS = 20_000

/** The most memory the whole process may take while strangers' files are read; past it they are given up. */
const MEMORY_MAX = 900_000_000
const working = new Set<AbortController>()
let watch: NodeJS.Timeout | null = null

/** Gives up on strangers' files when they have the process take more memory than it may. */
function watchMemory(): void {
  watch ??= setInterval(() => {
    if (working.size === 0) {
      clearInterval(watch!)
      watch = null
    } else if (process.memoryUsage.rss() > MEMORY_MAX) for (const w of working) w.abort('memory')
  }, 25)
  watch.unref()
}

const TOO_MUCH =
  'This file needs more memory than it is worth. Print it to a new PDF, or make it smaller, and bring in that.'
const TOO_LONG = 'This file takes too long to read. Print it to a new PDF, or make it smaller, and bring in that.'
const refuse = (words: string, why: string) => new Problem('invalid', words, { file: words }, { why })

async function read<T>(name: string, task: unknown, ms = FILE_MS): Promise<T> {
  strangers ??= new Piscina({
    filename: join(useConfig().workerPath, '../strangers.mjs'),
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 30_000,
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: 350, maxYoungGenerationSizeMb: 32, stackSizeMb: 4 },
  })
  const control = new AbortController()
  // Waiting for others' files doesn't count: a task is given up when it has had its time, and the queue's.
  const timer = setTimeout(() => control.abort('time'), ms)
  working.add(control)
  watchMemory()
  let answer: Answer<T>
  try {
    answer = (await strangers.run(task, { name, signal: control.signal })) as Answer<T>
  } catch (error) {
    if (control.signal.aborted) throw refuse(control.signal.reason === 'memory' ? TOO_MUCH : TOO_LONG, 'too-much')
    if (
      /memory|terminated/i.test((error as Error).message) ||
      (error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY'
    )
      throw refuse(TOO_MUCH, 'too-much')
    log.warn({ err: error, task: name }, 'A file from outside could not be read')
    throw refuse('This file is damaged and can’t be read to its end. Ask for it again, or save it anew.', 'damaged')
  } finally {
    clearTimeout(timer)
    working.delete(control)
  }
  if ('refused' in answer) throw refuse(answer.refused.message, answer.refused.why)
  return answer.done
}

export const takeInFile = (task: { name: string; bytes: Uint8Array; password?: string }) =>
  read<TakenFileAnswer>('takeInFile', task)
export const assemblePages = (task: { files: Uint8Array[]; pages: PageOf[] }) => read<Uint8Array>('assemblePages', task)
export const pageTexts = (bytes: Uint8Array) => read<PageText[]>('pageTexts', { bytes })
export const findBlanks = (bytes: Uint8Array) => read<FoundBlank[]>('findBlanks', { bytes })
export const bringInWorker = (task: { name: string; bytes: Uint8Array; facts: string[]; changes: Changes }) =>
  read<Brought>('bring', task)
export const readPartsInWorker = (bytes: Uint8Array, type: string) =>
  read<Record<string, Uint8Array>>('readFormParts', { bytes, type }, PICTURE_MS)
export const inspectInWorker = (task: { pictures: string[]; most: number }) =>
  read<(PictureInfo | { refused: string })[]>('inspectPictures', task, PICTURE_MS)
export const signaturePictureInWorker = (bytes: Uint8Array) =>
  read<{ png: Uint8Array; width: number; height: number }>('signaturePicture', { bytes }, PICTURE_MS)
export const readRowsInWorker = <K extends keyof RowsFile>(task: RowsTask & { of: K }) =>
  read<RowsFile[K]>('readRows', task)
export const readMailInWorker = (bytes: Uint8Array) => read<ReadMail>('readMail', { bytes })
export const scanPicturesInWorker = (bytes: Uint8Array) => read<Uint8Array[]>('scanPictures', { bytes })
export const scanAtDeskInWorker = (bytes: Uint8Array, year: number) =>
  read<{ texts: string[]; document: ReadDocument | null }>('scanAtDesk', { bytes, year }, PICTURE_MS)
export const readDocumentInWorker = (bytes: Uint8Array, year: number) =>
  read<SeenDocument>('readDocument', { bytes, year }, PICTURE_MS)
export const looksTakenInWorker = (bytes: Uint8Array) => read<boolean>('looksTaken', { bytes }, PICTURE_MS)

/** Lets the threads read their fonts, and start, before the first paper is wanted. A failure here shows again when one is. */
export function warmUp(): void {
  const body: PaperDocument['body'] = [{ t: 'paragraph', content: [{ t: 'text', text: 'Warm' }] }]
  const document: PaperDocument = { title: '', language: 'en', parties: [], header: [], footer: [], body }
  renderPaper({ document, figures: null, at: new Date(0).toISOString(), author: '' }).catch(() => {})
  inspectInWorker({ pictures: [], most: 1 }).catch(() => {})
}

export async function closePool(): Promise<void> {
  await Promise.all([own?.destroy(), strangers?.destroy()])
  own = strangers = null
}
