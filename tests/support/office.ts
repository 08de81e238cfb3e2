import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Letters as another word processor reads them: what LibreOffice makes of each, as text or as HTML, by their names. */
export function asOffice(letters: ReadonlyMap<string, Uint8Array>, into: 'text' | 'html'): Map<string, string> {
  const work = mkdtempSync(join(tmpdir(), 'office-'))
  for (const [name, bytes] of letters) writeFileSync(join(work, `${name}.docx`), bytes)
  const [type, filter] =
    into === 'text' ? ['txt', 'txt:Text (encoded):UTF8'] : ['html', 'html:HTML (StarWriter):EmbedImages']
  execFileSync(
    'soffice',
    [
      `-env:UserInstallation=file://${work}/profile`,
      '--headless',
      '--convert-to',
      filter,
      '--outdir',
      work,
      ...[...letters.keys()].map((n) => join(work, `${n}.docx`)),
    ],
    { stdio: 'ignore', timeout: 240_000 },
  )
  return new Map([...letters.keys()].map((n) => [n, readFileSync(join(work, `${n}.${type}`), 'utf8')]))
}

/** Words and numbers of a text in their order: `3.1` and `(a)` are one each, bullets none. */
export const wordsOf = (text: string): string[] =>
  (text.replace(/[\uFEFF\u00AD]/g, '').match(/[^\s]+/g) ?? [])
    .map((w) => w.replace(/[•–\u2022\uF0B7\uF0A7◦▪○–]/g, '').replace(/^[-]$/, ''))
    .filter(Boolean)
