import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { install, root, say, system } from './lib.mjs'

/**
 * `npm run papers -- FOLDER [FROM TO] [scans]`: makes papers of those numbers through every tool there is, and scores the finder on
 * them; with `scans` on what a scanner makes of them.
 */
const [folder, from = '0', to = '660', scans] = process.argv.slice(2)
if (!folder) {
  say('Say where they go: npm run papers -- FOLDER [FROM TO] [scans]')
  process.exit(2)
}
await install()
system({
  'chromium-headless-shell': 'chromium-headless-shell',
  weasyprint: 'weasyprint python3-cairo python3-reportlab python3-pil',
  wkhtmltopdf: 'wkhtmltopdf',
  gropdf: 'groff',
  enscript: 'enscript',
  gs: 'ghostscript',
  soffice: 'libreoffice-writer',
  pdflatex: 'texlive-latex-base texlive-latex-recommended texlive-latex-extra texlive-fonts-recommended lmodern',
  pdftotext: 'poppler-utils',
  'fc-list': 'fontconfig fonts-liberation fonts-dejavu',
})
const run = (...args) => spawnSync('npx', ['tsx', ...args], { cwd: root, stdio: 'inherit' }).status === 0
const score = (of) => run('tests/blanks/wild/score.ts', of, 'list')
const made = run('tests/blanks/wild/make.ts', folder, from, to)
const good = made && (scans ? run('tests/blanks/wild/scan.ts', folder) && score(join(folder, 'scans')) : score(folder))
process.exit(good ? 0 : 1)
