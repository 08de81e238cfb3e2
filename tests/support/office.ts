import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const FILTERS = {
  txt: 'txt:Text (encoded):UTF8',
  html: 'html:HTML (StarWriter):EmbedImages',
  pdf: 'pdf',
}
/** What LibreOffice makes of letters: a folder with a file of each, by their names. */
function made(letters: ReadonlyMap<string, Uint8Array>, type: keyof typeof FILTERS): string {
  const work = mkdtempSync(join(tmpdir(), 'office-'))
  for (const [name, bytes] of letters) writeFileSync(join(work, `${name}.docx`), bytes)
  execFileSync(
    'soffice',
    [
      `-env:UserInstallation=file://${work}/profile`,
      '--headless',
      '--convert-to',
      FILTERS[type],
      '--outdir',
      work,
      ...[...letters.keys()].map((n) => join(work, `${n}.docx`)),
    ],
    { stdio: 'ignore', timeout: 240_000 },
  )
  return work
}

/** Letters as another word processor reads them: what LibreOffice makes of each, as text or as HTML, by their names. */
export function asOffice(letters: ReadonlyMap<string, Uint8Array>, into: 'text' | 'html'): Map<string, string> {
  const type = into === 'text' ? 'txt' : 'html'
  const work = made(letters, type)
  return new Map([...letters.keys()].map((n) => [n, readFileSync(join(work, `${n}.${type}`), 'utf8')]))
}

/** Where the words of a letter stand when LibreOffice prints it, page by page, in points from the top left. */
export function printedByOffice(letter: Uint8Array): { word: string; x: number; y: number }[][] {
  const work = made(new Map([['letter', letter]]), 'pdf')
  const told = execFileSync('pdftotext', ['-bbox', join(work, 'letter.pdf'), '-'], { encoding: 'utf8' })
  return told
    .split('<page ')
    .slice(1)
    .map((page) =>
      [...page.matchAll(/xMin="([\d.]+)" yMin="([\d.]+)"[^>]*>([^<]*)</g)].map(([, x, y, word]) => ({
        word: word!,
        x: Number(x),
        y: Number(y),
      })),
    )
}

/** Words and numbers of a text in their order: `3.1` and `(a)` are one each, bullets none. */
export const wordsOf = (text: string): string[] =>
  (text.replace(/[\uFEFF\u00AD]/g, '').match(/[^\s]+/g) ?? [])
    .map((w) => w.replace(/[•–\u2022\uF0B7\uF0A7◦▪○–]/g, '').replace(/^[-]$/, ''))
    .filter(Boolean)
