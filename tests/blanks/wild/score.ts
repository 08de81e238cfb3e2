import { readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { scanFinder } from '../read-scan'
import { type Score, type Truth, scoreOf } from '../score'
import { SURE } from '../../../core/marking/model'
import type { Made } from './make'

interface Sum {
  papers: number
  pages: number
  truths: number
  found: number
  matched: number
  type: number
  party: number
  whole: number
}
const none = (): Sum => ({ papers: 0, pages: 0, truths: 0, found: 0, matched: 0, type: 0, party: 0, whole: 0 })
const part = (a: number, b: number) => (b ? (a / b).toFixed(3) : '    –')
const lineOf = (name: string, s: Sum) =>
  `${name.padEnd(30)} papers ${String(s.papers).padStart(4)}  blanks ${String(s.truths).padStart(5)}  precision ${part(s.matched, s.found)}  recall ${part(s.matched, s.truths)}  type ${part(s.type, s.matched)}  party ${part(s.party, s.matched)}  all right ${part(s.whole, s.truths)}`

/** Scores every paper of a folder, scans too: what is sure, against what is true; by what was looked at and what is only scored. */
async function scorePapers(folder: string, keep: boolean) {
  const finder = scanFinder()
  const sums = new Map<string, Sum>()
  const curve = Array.from({ length: 10 }, () => [0, 0] as [number, number])
  const plain = { papers: 0, pages: 0, sure: 0, high: 0 }
  const wrong: string[] = []
  const mistakes = new Map<string, number>()
  const add = (name: string, s: Score, pages: number) => {
    const sum = sums.get(name) ?? none()
    sums.set(name, sum)
    sum.papers += 1
    sum.pages += pages
    for (const k of ['truths', 'found', 'matched', 'type', 'party'] as const) sum[k] += s[k]
    sum.whole += s.matched - s.wrong.length
  }
  for (const file of readdirSync(folder).filter((f) => /^\d+\.json$/.test(f))) {
    const made = JSON.parse(readFileSync(join(folder, file), 'utf8')) as Made
    const all = await finder.find(new Uint8Array(readFileSync(join(folder, made.file))))
    if (keep) writeFileSync(join(folder, file.replace('.json', '.found.json')), JSON.stringify(all))
    const { pages } = made
    const sure = all.filter((f) => f.confidence >= SURE)
    if (made.plain) {
      plain.papers += 1
      plain.pages += pages
      plain.sure += sure.length
      plain.high += all.filter((f) => f.confidence >= 0.8).length
      for (const f of sure) wrong.push(`${made.file} ${made.producer} plain: ${f.type} ${f.why} (${f.confidence})`)
      continue
    }
    const score = scoreOf(made.truth, sure)
    const extra = new Set(score.extra)
    const shown = scoreOf(made.truth, all)
    const missed = new Set(shown.extra)
    for (const f of all) {
      const step = curve[Math.min(9, Math.floor(f.confidence * 10))]!
      step[0] += Number(!missed.has(f))
      step[1] += 1
    }
    const split = made.held.producer
      ? made.held.family
        ? 'both unseen'
        : 'unseen producer'
      : made.held.family
        ? 'unseen manner'
        : 'looked at'
    add(`= ${split}`, score, pages)
    if (made.held.producer || made.held.family) add('= only scored, all', score, pages)
    add(`producer ${made.producer}`, score, pages)
    add(`manner ${made.family}`, score, pages)
    add(`language ${made.lang}`, score, pages)
    const tell = (what: string, t: Truth, said: string) => {
      mistakes.set(`${split}: ${what}`, (mistakes.get(`${split}: ${what}`) ?? 0) + 1)
      if (split === 'looked at')
        wrong.push(
          `${made.file} ${made.producer} ${made.family} p${t.page} ${Math.round(t.x)},${Math.round(t.y)} ${what}: ${said}`,
        )
    }
    for (const t of score.missed) tell(`missed ${t.type}`, t, t.party)
    for (const f of extra)
      tell(`none there, said ${f.type}`, f, (f as unknown as { why: string; confidence: number }).why)
    for (const w of score.wrong) {
      const why = (
        all.find(
          (f) =>
            f.page === w.truth.page &&
            Math.abs(f.x - w.truth.x) < 30 &&
            Math.abs(f.y + f.h - w.truth.y - w.truth.h) < 12,
        ) ?? { why: '' }
      ).why
      if (w.type !== w.truth.type) tell(`${w.truth.type} taken for ${w.type}`, w.truth, why)
      if (w.party !== w.truth.party) tell(`${w.truth.party} taken for ${w.party}`, w.truth, why)
    }
  }
  await finder.end()
  return { sums, curve, plain, wrong, mistakes }
}

if (process.argv[1] === import.meta.filename) {
  // eslint-disable-next-line no-console
  console.log = console.info = console.warn = () => {}
  const say = (text: string) => process.stdout.write(`${text}\n`)
  const [folder = '', list] = process.argv.slice(2)
  const { sums, curve, plain, wrong, mistakes } = await scorePapers(folder, list === 'keep')
  for (const [name, s] of [...sums].sort(([a], [b]) => (a < b ? -1 : 1))) say(lineOf(name, s))
  say(
    `no forms: ${plain.papers} papers, ${plain.pages} pages, ${plain.sure} shown as blanks (${((10 * plain.sure) / Math.max(1, plain.pages)).toFixed(2)} on 10 pages), ${plain.high} of them at 0.8 or more`,
  )
  say(
    `confidence: ${curve
      .map(([good, n], i) => (n ? `${(i / 10).toFixed(1)} ${(good / n).toFixed(2)} of ${n}` : ''))
      .filter(Boolean)
      .join(' · ')}`,
  )
  if (list)
    for (const [k, n] of [...mistakes].sort((a, b) => b[1] - a[1]).slice(0, 60)) say(`${String(n).padStart(5)}  ${k}`)
  if (list) writeFileSync(join(folder, 'wrong.txt'), wrong.join('\n'))
}
