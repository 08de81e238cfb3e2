import { fillerCandidates, ruleCandidates, widgetCandidates } from './candidates'
import { cellCandidates, ruledTables } from './table-cells'
import { boxCandidates, combsOf, tickCandidates } from './boxes'
import type { Candidate } from './candidate'
import { STAMP, type FoundBlank, type Sense, noSense, lineHeight, quote, asShown, tidy, unique } from './found'
import { type Ink, bottom, overlap } from './ink'
import { countParties, mainParty, namesRole, typeNamed } from './judge'
import { label } from './label'
import { type Scene, sceneOf } from './scene'
import { gapCandidates } from './gaps'
import { mirrored } from './mirror'
import { judge } from './type'
import { type WordList, listsFor, plainText } from './words/index'

const HOW: Record<Candidate['how'], string> = {
  underscores: 'underscores',
  dots: 'dotted line',
  dashes: 'dashed line',
  rule: 'rule',
  cell: 'empty cell',
  box: 'box',
  tick: 'tick box',
  comb: 'row of boxes',
  brackets: 'brackets',
  date: 'places for a date',
  space: 'room left',
  'form field': 'form field',
}

/** Finds the blanks of one page, in reading order. `sense` is added to. */
export function findOnPage(given: Ink, sense: Sense = noSense()): FoundBlank[] {
  const ink = mirrored(given)
  const s = sceneOf(ink)
  const text = s.phrases.map((p) => p.text).join(' ')
  if (sense.words.length < 4000) sense.words.push(...plainText(text).split(' '))
  const lists = listsFor(sense.words)
  for (const [party, n] of countParties(text, lists)) sense.counts.set(party, (sense.counts.get(party) ?? 0) + n)
  const candidates = inOrder(unique(gather(s, lists)))
  const seen = label(s, candidates, lists)
  judge(s, seen, lists, mainParty(sense.counts))
  return seen
    .filter((c) => c.confidence >= 0.45 && !STAMP.test(plainText(c.label)))
    .map((c) => ({
      page: ink.page,
      ...tidy(asShown(lineHeight(c, s), ink)),
      type: c.type,
      party: c.party,
      confidence: Math.round(Math.min(0.99, c.confidence) * 100) / 100,
      why: c.label
        ? `${HOW[c.how]} ${c.where} ${quote(c.label)}`
        : `${HOW[c.how]}${c.continues ? ' going on from the line above' : ''}`,
      label: c.label
        .trim()
        .replace(/[:\s]+$/, '')
        .slice(0, 120),
      ...(c.widget ? { widget: c.widget } : {}),
    }))
}

function gather(s: Scene, lists: readonly WordList[]): Candidate[] {
  const known = (text: string) => typeNamed(text, lists) !== null || (text.length < 40 && namesRole(text, lists))
  const yesNo = (text: string) => lists.some((l) => l.yesNo.test(plainText(text)))
  const { grids, used } = ruledTables(s, known)
  s.grids.push(...grids)
  const fillers = fillerCandidates(s)
  const rules = ruleCandidates(s, known, used)
  const boxGlyphs = fillers.filter((f) => f.how === 'tick')
  const { combs, ticks } = combsOf([...tickCandidates(s), ...boxGlyphs], s)
  const inner = [...fillers, ...rules, ...ticks, ...combs]
  const boxes = boxCandidates(s, known).filter((b) => !inner.some((i) => overlap(i, b) > 0.5 * i.w * i.h))
  const cells = cellCandidates(s, known, yesNo, [...inner, ...boxes])
  const inked = [
    ...widgetCandidates(s),
    ...combs,
    ...ticks,
    ...fillers.filter((f) => f.how !== 'tick'),
    ...rules,
    ...boxes,
    ...cells,
  ]
  return [...inked, ...gapCandidates(s, s.listing, (text) => typeNamed(text, lists) !== null, inked)]
}

function inOrder(all: readonly Candidate[]): Candidate[] {
  const rows: Candidate[][] = []
  for (const c of [...all].sort((a, b) => bottom(a) - bottom(b))) {
    const row = rows.at(-1)
    if (row && Math.abs(bottom(row[0]!) - bottom(c)) < 6) row.push(c)
    else rows.push([c])
  }
  return rows.flatMap((r) => r.sort((a, b) => a.x - b.x))
}
