import { execFile } from 'node:child_process'
import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { PDFDocument } from '@cantoo/pdf-lib'
import type { Truth } from '../score'
import type { Made } from './make'

const sh = promisify(execFile)

/** How far a paper lies askew on the glass, in degrees to the left: one of three lies straight. */
const askew = (n: number): number => (n % 3 ? ((n * 37) % 31) / 10 - 1.5 : 0)

/** A place on a page of a size, in points, turned about its middle by so many degrees to the left. */
export function turned<T extends Truth>(
  t: T,
  { width, height }: { width: number; height: number },
  degrees: number,
): T {
  const a = (degrees * Math.PI) / 180
  const [x, y] = [t.x + t.w / 2 - width / 2, t.y + t.h / 2 - height / 2]
  return {
    ...t,
    x: width / 2 + x * Math.cos(a) + y * Math.sin(a) - t.w / 2,
    y: height / 2 - x * Math.sin(a) + y * Math.cos(a) - t.h / 2,
  }
}

/** Puts a paper through the scanner; its truth comes back as it lies there. */
export async function scanPaper(
  file: string,
  out: string,
  truth: Truth[],
  degrees: number,
  seed: number,
): Promise<Truth[]> {
  await sh('/usr/bin/python3', [join(import.meta.dirname, 'scan.py'), file, out, String(degrees), String(seed)])
  const pages = (await PDFDocument.load(await readFile(out))).getPages()
  return truth.map((t) => turned(t, pages[t.page - 1]!.getSize(), degrees))
}

/** Puts the papers of a folder through the scanner: into `scans` in it, with what is true of them. */
export async function scanPapers(folder: string): Promise<string> {
  const out = join(folder, 'scans')
  await mkdir(out, { recursive: true })
  for (const file of (await readdir(folder)).filter((f) => /^\d+\.json$/.test(f))) {
    const made = JSON.parse(await readFile(join(folder, file), 'utf8')) as Made
    const n = Number.parseInt(file, 10)
    const truth = await scanPaper(join(folder, made.file), join(out, made.file), made.truth, askew(n), n)
    await writeFile(join(out, file), JSON.stringify({ ...made, truth }))
  }
  return out
}

if (process.argv[1] === import.meta.filename) await scanPapers(process.argv[2]!)
