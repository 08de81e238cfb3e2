import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, renameSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { letterSpec } from './spec'
import { asHtml, asMarkdown, byLibrary } from './write'

/** Makes the set of letters anew: eight by each of five programs. `npx tsx tests/letters/make/make.ts FOLDER`. */
const folder = process.argv[2]!
mkdirSync(folder, { recursive: true })
const work = mkdtempSync(join(tmpdir(), 'letters-'))
const EACH = 8
const run = (command: string, args: string[], input = '') =>
  execFileSync(command, args, { cwd: work, input, stdio: ['pipe', 'ignore', 'inherit'] })
const name = (writer: string, i: number) => `${writer}-${i + 1}.docx`
const all = Array.from({ length: EACH }, (_, i) => i)

for (const i of all) writeFileSync(join(folder, name('library', i)), await byLibrary(letterSpec(i)))
run(
  '/usr/bin/python3',
  [join(import.meta.dirname, 'write.py')],
  all.map((i) => JSON.stringify({ spec: letterSpec(100 + i), file: join(folder, name('python', i)) })).join('\n'),
)
for (const i of all) {
  writeFileSync(join(work, 'a.md'), asMarkdown(letterSpec(200 + i)))
  run('pandoc', ['-f', 'markdown+fancy_lists', 'a.md', '-o', join(folder, name('pandoc', i))])
}
for (const i of all) {
  writeFileSync(join(work, `office-${i + 1}.html`), asHtml(letterSpec(300 + i)))
  writeFileSync(join(work, `abiword-${i + 1}.html`), asHtml(letterSpec(400 + i)))
}
run('soffice', [
  '--headless',
  '--infilter=HTML (StarWriter)',
  '--convert-to',
  'docx:MS Word 2007 XML',
  ...all.map((i) => `office-${i + 1}.html`),
])
for (const i of all) {
  renameSync(join(work, `office-${i + 1}.docx`), join(folder, name('office', i)))
  run('abiword', ['--to=docx', `--to-name=${join(folder, name('abiword', i))}`, `abiword-${i + 1}.html`])
}
