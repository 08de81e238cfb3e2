import { mkdtempSync, readFileSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { SURE } from '../../core/marking/model'
import { scanFinder } from './read-scan'
import { type Truth, scoreOf } from './score'
import { scanPaper } from './wild/scan'

/**
 * Scores the finder on the set as a scanner sees it: each page printed, turned by so many degrees, grained, and read by the
 * reader the browser has. `npx tsx tests/blanks/scans.ts [DEGREES] [NAME…]`.
 */
const SET = join(import.meta.dirname, 'set')
const degrees = Number(process.argv[2] ?? 0)
const wanted = process.argv.slice(3)
const work = mkdtempSync(join(tmpdir(), 'scans-'))
const finder = scanFinder()
const sum = { truths: 0, found: 0, matched: 0, type: 0, party: 0 }
for (const [n, name] of readdirSync(SET)
  .flatMap((f) => (f.endsWith('.pdf') ? [f.slice(0, -4)] : []))
  .entries()) {
  if (wanted.length && !wanted.includes(name)) continue
  const marked = JSON.parse(readFileSync(join(SET, `${name}.json`), 'utf8')) as Truth[]
  const file = join(work, `${name}.pdf`)
  const truth = await scanPaper(join(SET, `${name}.pdf`), file, marked, degrees, n)
  const found = await finder.find(new Uint8Array(readFileSync(file)))
  const score = scoreOf(
    truth,
    found.filter((f) => f.confidence >= SURE),
  )
  for (const k of Object.keys(sum) as (keyof typeof sum)[]) sum[k] += score[k]
  process.stdout.write(`${name.padEnd(24)}${score.matched} of ${score.truths}, ${score.found} shown\n`)
}
const share = (n: number, of: number) => (n / of).toFixed(3)
process.stdout.write(
  `precision ${share(sum.matched, sum.found)}, recall ${share(sum.matched, sum.truths)}, type ${share(sum.type, sum.matched)}, party ${share(sum.party, sum.matched)}\n`,
)
await finder.end()
