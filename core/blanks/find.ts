import {
  type Candidate,
  asks,
  boxCandidates,
  cellCandidates,
  combsOf,
  fillerCandidates,
  ruleCandidates,
  ruledTables,
  tickCandidates,
  widgetCandidates,
} from './candidates'
import { type Area, type Ink, bottom, overlap, right, shared } from './ink'
import { type BlankType, countParties, mainParty, namesRole, partyNamed, typeNamed } from './judge'
import { type Beside, type Heading, headingsOf, wordsBeside } from './labels'
import { type Scene, sceneOf } from './scene'
import { type WordList, listsFor, plainText } from './words/index'

/** A blank of a page: where (points from the top left as shown), what, whose, how sure, and why. */
export interface FoundBlank extends Area {
  page: number
  type: BlankType
  party: string
  /** From 0 to 1. */
  confidence: number
  why: string
  /** The words that label it. */
  label: string
  /** Found as a form field of the file. */
  widget?: Ink['widgets'][number]
}
/** What was learnt from the pages read so far; hand it on from page to page. */
export interface Sense {
  words: string[]
  counts: Map<string, number>
}
/** Room for a stamp is nobody's to fill. */
const STAMP = /\b(stamp|seal)$|\bstempel\b|\bcachet\b|\bsello\b/
export const noSense = (): Sense => ({ words: [], counts: new Map() })

interface Seen extends Candidate {
  beside: Beside
  /** Continues the place above it: a further line of one answer. */
  continues?: Seen
  label: string
  where: string
  type: BlankType
  party: string
  /** What gave the party: a word of its own, its row, a heading, the place before, or nothing. */
  by: 'own' | 'row' | 'heading' | 'before' | 'main'
  confidence: number
}

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
  'form field': 'form field',
}
const quote = (text: string): string =>
  `'${text
    .trim()
    .replace(/[:\s]+$/, '')
    .slice(0, 80)}'`

/** Finds the blanks of one page, in reading order. `sense` is added to. */
export function findOnPage(ink: Ink, sense: Sense = noSense()): FoundBlank[] {
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

/** A line to write on is as high as writing; only a signature takes the room there is. */
function lineHeight(c: Seen, s: Scene): Area {
  if (!isLine(c) || c.type === 'signature' || c.inText) return c
  const h = Math.min(c.h, Math.max(14, 1.6 * s.body))
  return { x: c.x, y: bottom(c) - h, w: c.w, h }
}

/** A place of a page that was turned for reading, back where it is shown. */
const asShown = ({ x, y, w, h }: Area, { turned, width, height }: Ink): Area =>
  turned === 'down'
    ? { x: height - y - h, y: x, w: h, h: w }
    : turned === 'up'
      ? { x: y, y: width - x - w, w: h, h: w }
      : { x, y, w, h }
const tidy = ({ x, y, w, h }: Area): Area => {
  const r = (n: number) => Math.round(n * 100) / 100
  return { x: r(x), y: r(y), w: r(w), h: r(h) }
}

function gather(s: Scene, lists: readonly WordList[]): Candidate[] {
  const known = (text: string) => typeNamed(text, lists) !== null || (text.length < 40 && namesRole(text, lists))
  const yesNo = (text: string) => lists.some((l) => l.yesNo.test(plainText(text)))
  const { grids, used } = ruledTables(s)
  s.grids.push(...grids)
  const fillers = fillerCandidates(s)
  const rules = ruleCandidates(s, known, used)
  const boxGlyphs = fillers.filter((f) => f.how === 'tick')
  const { combs, ticks } = combsOf([...tickCandidates(s), ...boxGlyphs], s)
  const inner = [...fillers, ...rules, ...ticks, ...combs]
  const boxes = boxCandidates(s, known).filter((b) => !inner.some((i) => overlap(i, b) > 0.5 * i.w * i.h))
  const cells = cellCandidates(s, known, yesNo, [...inner, ...boxes])
  return [
    ...widgetCandidates(s),
    ...combs,
    ...ticks,
    ...fillers.filter((f) => f.how !== 'tick'),
    ...rules,
    ...boxes,
    ...cells,
  ]
}

/** Where two places are the same, the surer way of finding it stays: they come in that order. */
function unique(all: readonly Candidate[]): Candidate[] {
  const kept: Candidate[] = []
  for (const c of all) {
    const clash = kept.some((k) => {
      if (k.widget && c.widget) return false
      const common = overlap(k, c)
      if (common > 0.35 * Math.min(k.w * k.h, c.w * c.h)) return true
      // A form field set on a printed rule, a little above or below it.
      return (
        !!k.widget &&
        shared(k.x, right(k), c.x, right(c)) > 0.5 * Math.min(k.w, c.w) &&
        Math.abs(bottom(k) - bottom(c)) < 7
      )
    })
    if (!clash) kept.push(c)
  }
  return kept
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

const isLine = (c: Candidate): boolean => ['underscores', 'dots', 'rule', 'dashes'].includes(c.how)
const inBrackets = (text: string): string => /^\s*[([]\s*([^)\]]{2,60})[)\]]/.exec(text)?.[1] ?? ''
const tail = (text: string): string => {
  const sentence = text.split(/(?<=[.;?!])\s+(?=\p{Lu})/u).at(-1)!
  return sentence.split(/\s+/).slice(-9).join(' ')
}

/** Gives every place its words: nearest first, captions before what is above, a further line its first line's. */
function label(s: Scene, all: Candidate[], lists: readonly WordList[]): Seen[] {
  const seen: Seen[] = []
  for (const c of all) {
    const beside = wordsBeside(s, c, all)
    const { text, where } = chooseLabel(c, beside, lists)
    const it: Seen = { ...c, beside, label: text, where, type: 'text', party: '', by: 'main', confidence: 0 }
    it.continues = continued(s, it, seen)
    if (it.continues) {
      it.label = ''
      it.where = ''
    }
    seen.push(it)
  }
  return seen
}

/** Whether words under a place say what to write there, as a caption does. */
const isHint = (text: string, lists: readonly WordList[]): boolean =>
  text.length <= 64 &&
  text.split(/\s+/).length <= 9 &&
  (/^\s*[([]/.test(text) || typeNamed(text, lists) !== null || namesRole(text, lists))

function chooseLabel(c: Candidate, b: Beside, lists: readonly WordList[]): { text: string; where: string } {
  if (c.how === 'tick' && !c.head) {
    if (b.right && b.rightGap < 26) return { text: b.right, where: 'before' }
    if (b.left && b.leftGap < 26) return { text: tail(b.left), where: 'after' }
    if (c.named) return { text: c.named, where: 'named' }
    return b.above ? { text: b.above, where: 'under' } : { text: '', where: '' }
  }
  if (c.inside) return { text: c.inside, where: 'with a label in it,' }
  if (c.head || (c.row && c.how === 'cell')) {
    const text = c.row && c.head && c.row !== c.head ? `${c.row} – ${c.head}` : (c.head ?? c.row)!
    return { text, where: c.head ? 'under' : 'beside' }
  }
  if (c.row) return { text: c.row, where: 'after' }
  // A cross marks where to sign; who signs stands under the line.
  if (/^x$/i.test(b.left.trim()) && b.below && b.belowGap < 13) return { text: b.below, where: 'over' }
  if (c.how === 'cell' && b.right && b.rightGap < 26) return { text: b.right, where: 'before' }
  const after = b.rightGap < 16 && !b.rightLeads ? inBrackets(b.right) : ''
  const left = b.left && b.leftGap < (c.inText ? 40 : 130) ? tail(b.left) : ''
  if (c.inText && after && !left) return { text: after, where: 'before' }
  if (b.below && b.below.length <= 64 && (c.caption ? true : b.belowGap < 13)) {
    const close = b.belowGap < b.aboveGap - 3 || !b.above
    const captionLike = isHint(b.below, lists)
    if (!left && (close || captionLike) && (captionLike || !c.inText)) return { text: b.below, where: 'over' }
    if (left && captionLike && /^\s*[([]/.test(b.below) && (!c.inText || (b.belowPhrase?.size ?? 0) < 0.93 * c.size))
      return { text: `${left} ${b.below}`, where: 'after' }
    if (left && c.caption && captionLike && typeNamed(left, lists) === null && b.leftGap > 12)
      return { text: b.below, where: 'over' }
  }
  if (left) return { text: after ? `${left} (${after})` : left, where: 'after' }
  if (after) return { text: after, where: 'before' }
  if (c.named) return { text: c.named, where: 'named' }
  if (b.above) return { text: b.above, where: 'under' }
  if (b.right && b.rightGap < 14) return { text: b.right.split(/\s+/).slice(0, 6).join(' '), where: 'before' }
  return { text: '', where: '' }
}

/** A further line of an answer: under a line that ends where it ends, with nothing of its own between. */
function continued(s: Scene, c: Seen, seen: readonly Seen[]): Seen | undefined {
  if (!isLine(c) || c.row || c.caption) return undefined
  if (c.where === 'after' || c.where === 'over') return undefined
  const before = [...seen]
    .reverse()
    .find((p) => isLine(p) && Math.abs(right(p) - right(c)) < 40 && bottom(p) < bottom(c) - 8)
  if (!before) return undefined
  if (right(c) < right(before) - 12) return undefined
  const gap = bottom(c) - bottom(before)
  if (gap > 42 || c.x > before.x + 6) return undefined
  // Words between the two lines are a label of their own.
  const between = s.phrases.some(
    (p) =>
      p.base > bottom(before) + 1.5 &&
      p.base < bottom(c) - 2 &&
      shared(p.x, right(p), c.x, right(c)) > 0.3 * Math.min(p.w, c.w),
  )
  if (between) return undefined
  const first = before.continues ?? before
  if (first.beside.below && first.where === 'over') return undefined
  return first
}

function judge(s: Scene, seen: Seen[], lists: readonly WordList[], main: string): void {
  const ownWords = ownRoles(s)
  const blockWords = (text: string) => {
    const plain = plainText(text)
    return lists.some((l) => l.block.test(plain)) && namesRole(text, lists) && text.split(/\s+/).length <= 14
  }
  const labels = new Set(seen.filter((c) => c.where === 'under').map((c) => c.label))
  const headings = headingsOf(s, seen, blockWords).filter(
    (h) => (h.strong || namesRole(h.text, lists)) && !(labels.has(h.text) && !namesRole(h.text, lists)),
  )
  for (const c of seen) c.type = typeOf(c, lists)
  spans(seen)
  columns(seen)
  const signed = unknownRoles(seen, lists)
  roleRows(seen, lists)
  for (const c of seen) {
    const { party, by } = signed.has(c)
      ? { party: signed.get(c)!, by: 'own' as const }
      : partyOf(s, c, seen, headings, lists, ownWords, main)
    c.party = party
    c.by = by
    c.confidence = confidenceOf(s, c, lists, seen)
  }
  for (const c of seen)
    if (c.continues) {
      c.party = c.continues.party
      c.type = c.continues.type === 'signature' ? 'text' : c.continues.type === 'checkbox' ? 'text' : c.continues.type
      if (c.type === 'date' || c.type === 'initials') c.type = 'text'
      c.confidence = Math.min(0.8, c.continues.confidence)
    }
}

function typeOf(c: Seen, lists: readonly WordList[]): BlankType {
  if (c.widget) {
    if (c.widget.kind === 'signature') return 'signature'
    if (c.widget.kind === 'check' || c.widget.kind === 'radio') return 'checkbox'
  }
  if (c.how === 'tick') {
    const named = c.head ? typeNamed(c.head, lists) : null
    return named === 'initials' ? 'initials' : 'checkbox'
  }
  if (c.how === 'date') return 'date'
  if (/^x$/i.test(c.beside.left.trim()) && c.beside.leftGap < 16) return 'signature'
  const b = c.beside
  // What follows in the sentence can say more than what leads up to it.
  const next = plainText(b.right)
  if (c.inText && b.rightGap < 16 && /^(day|tag|jour|dia|d[ei]a) (of|de|du)\b/.test(next)) return 'date'
  if (
    c.inText &&
    b.leftGap < 16 &&
    /\b(day of|this|20|tag des|jour de)$/.test(plainText(b.left)) &&
    /^(day of|,? ?20|19|\d{4})?/.test(next) &&
    /\b(day of|20)$/.test(plainText(b.left))
  )
    return 'date'
  const hint =
    (b.rightLeads ? '' : inBrackets(b.right)) ||
    (c.where !== 'over' &&
    b.belowGap < 12 &&
    /^\s*\(/.test(b.below) &&
    (!c.inText || (b.belowPhrase?.size ?? 0) < 0.93 * c.size)
      ? b.below
      : '')
  const byHint = hint ? typeNamed(hint, lists) : null
  if (byHint) return byHint
  if (c.head && c.row && c.head !== c.row) {
    const byHead = typeNamed(c.head, lists)
    if (byHead) return byHead
    return typeNamed(c.row, lists) ?? 'text'
  }
  const byLabel = typeNamed(c.label, lists)
  if (byLabel) return byLabel
  if (c.how === 'cell' && c.where === 'before' && typeNamed(b.above, lists) === 'initials') return 'initials'
  const sentence = plainText(b.sentence)
  if (c.inText && c.w < 16 * c.size && lists.some((l) => l.dateAhead.test(sentence.split(' ').slice(-12).join(' '))))
    return 'date'
  if (c.named) {
    const byName = typeNamed(c.named.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/[_.\-[\]\d]+/g, ' '), lists)
    if (byName) return byName
  }
  // `sells to the Buyer, ____`
  if (c.inText && /,$/.test(b.left.trim()) && b.leftGap < 16 && namesRole(b.left.trim().split(/\s+/).at(-1)!, lists))
    return 'name'
  // `I, ____, of` and `between ____ (the hirer)` want a name.
  const left = plainText(b.left)
  if (c.inText && b.leftGap < 16) {
    if (lists.some((l) => l.person.test(left.split(' ').slice(-4).join(' ')))) return 'name'
  }
  if (c.inText) {
    const role =
      inBrackets(b.right) ||
      (/^[,\s]*(hereinafter|the|der|die|le|la|el)\b/.test(next) && b.rightGap < 16 ? b.right.slice(0, 40) : '')
    if (role && b.rightGap < 16 && namesRole(role, lists) && !/\b(of|in|at|on|von|de)$/.test(left)) return 'name'
  }
  const own = plainText(c.label)
  // A bare role: `Tenant`, `The hirer`.
  if (bareRole(own, lists)) return 'name'
  return 'text'
}

/** A label that is a role and nothing else. */
function bareRole(text: string, lists: readonly WordList[]): boolean {
  const words = text
    .replace(/\([^)]*\)/g, ' ')
    .replace(/[^\p{L}\s/']/gu, ' ')
    .split(/[\s/]+/)
    .filter(
      (w) =>
        w.length > 1 &&
        !/^(the|and|or|of|for|der|die|des|le|la|el|los|du|de|und|et|par|signed|by|on|behalf|an|first|second|if|under|applicable)$/.test(
          w,
        ),
    )
  // Several people are no name; nor is the model of a thing.
  if (words.some((w) => /^(guests|participants|children|members|people|models?)$/.test(w))) return false
  return words.length > 0 && words.length <= 3 && words.filter((w) => namesRole(w, lists)).length === words.length
}

/** Openings of one column of a grid without a head are all for what the first is for. */
function columns(seen: readonly Seen[]): void {
  for (const c of seen) {
    if (c.how !== 'cell' || c.head || c.row || c.type !== 'text' || !c.grid) continue
    const over = seen.find(
      (o) => o !== c && o.grid === c.grid && Math.abs(o.x - c.x) < 2 && o.y < c.y && o.type === 'initials',
    )
    if (over) c.type = 'initials'
  }
}

const NOT_WHO =
  /^(authori[sz]ed|your|official|digital|electronic|valid|original|first|second|other|legal|responsible|please|print|full|name|date|place|sign|signed|and|total|this|their|representative|his|her)$/
/**
 * Signatures of roles no list knows, by how they are asked for: `Dentist signature`, `signature of the dentist`, or a row
 * of a single word and a date where another row is like it.
 */
function unknownRoles(seen: Seen[], lists: readonly WordList[]): Map<Seen, string> {
  const found = new Map<Seen, string>()
  const known = (text: string) => namesRole(text, lists)
  for (const c of seen) {
    const text = plainText(c.label)
      .replace(/[:*]+$/, '')
      .trim()
    const who =
      c.type === 'signature'
        ? (/^(?:the )?([a-z-]{4,})(?:'s)? signature$/.exec(text)?.[1] ??
          /signature of (?:the )?([a-z-]{4,})$/.exec(text)?.[1])
        : undefined
    if (who && !known(text) && !NOT_WHO.test(who)) found.set(c, who)
  }
  const single = seen.filter((c) => {
    const text = plainText(c.label)
      .replace(/[:*]+$/, '')
      .trim()
    const row = seen.filter((o) => o !== c && Math.abs(bottom(o) - bottom(c)) < 8)
    return (
      c.type === 'text' &&
      isLine(c) &&
      /^[a-z-]{5,}$/.test(text) &&
      !NOT_WHO.test(text) &&
      row.some((o) => o.type === 'date' && o.x > c.x) &&
      !row.some((o) => o.type === 'signature')
    )
  })
  if (single.length + seen.filter((c) => c.type === 'signature' && c.where === 'after').length >= 2)
    for (const c of single) {
      c.type = 'signature'
      found.set(
        c,
        plainText(c.label)
          .replace(/[:*]+$/, '')
          .trim(),
      )
    }
  return found
}

const FROM = /(^| )(from|von|vom|du|desde|del|de)$/
const UNTIL = /(^| )(to|until|till|bis|au|hasta|al)$/
/** `from ____ to ____` in one row, not told to be times, are two dates. */
function spans(seen: readonly Seen[]): void {
  for (const c of seen) {
    if (c.type !== 'text' || !isLine(c) || !FROM.test(plainText(c.label))) continue
    const to = seen.find(
      (o) => o.x > c.x && Math.abs(bottom(o) - bottom(c)) < 6 && o.type === 'text' && UNTIL.test(plainText(o.label)),
    )
    if (
      !to ||
      /\b(time|am|pm|uhr|h|hours?|o'clock|zeit|heure|hora)\b/.test(plainText(`${c.beside.sentence} ${to.beside.right}`))
    )
      continue
    c.type = to.type = 'date'
  }
}

/** A bare role with a date in its row, or in a block with dates but no signature, is signed. */
function roleRows(seen: readonly Seen[], lists: readonly WordList[]): void {
  for (const c of seen) {
    if (c.type !== 'name' || c.how === 'tick' || c.inText || !bareRole(plainText(c.label), lists)) continue
    const row = seen.filter((o) => o !== c && Math.abs(bottom(o) - bottom(c)) < 8)
    const dated = row.some((o) => o.type === 'date' && o.x > c.x)
    const kin = seen.filter((o) => o !== c && o.y > c.y - 10 && o.y - c.y < 110 && Math.abs(o.x - c.x) < 40)
    const block = kin.some((o) => o.type === 'date' || o.type === 'name') && !kin.some((o) => o.type === 'signature')
    const alone = c.where === 'over' && !seen.some((o) => o.type === 'signature' && Math.abs(o.y - c.y) < 120)
    if ((dated && !row.some((o) => o.type === 'signature')) || (block && c.where === 'over') || alone)
      c.type = 'signature'
  }
}

/** Words that change sides with what a paper is about: the owner of a dog is the client of a kennel. */
function ownRoles(s: Scene): Map<string, string> {
  const text = plainText(s.phrases.map((p) => p.text).join(' '))
  return /\b(dogs?|cats?|pets?|horses?|pon(y|ies)|animals?|puppy|kennels?|cattery|breed)\b/.test(text)
    ? new Map([['owner', 'client']])
    : new Map()
}

function partyOf(
  s: Scene,
  c: Seen,
  seen: readonly Seen[],
  headings: readonly Heading[],
  lists: readonly WordList[],
  own: ReadonlyMap<string, string>,
  main: string,
): { party: string; by: Seen['by'] } {
  const named = (text: string) => (text ? partyNamed(text, lists, own) : null)
  const says = (party: string | null, by: Seen['by']) => (party ? { party, by } : null)
  const b = c.beside
  const rightRole =
    c.inText && b.rightGap < 16 ? inBrackets(b.right) || (/^[\s,]*\(/.test(b.right) ? b.right.slice(0, 40) : '') : ''
  const heading = headingOver(c, headings, s)
  const headingParty = heading ? named(heading.text) : null
  const labelParty =
    (c.where === 'over' && b.below ? named(b.below) : null) ??
    (rightRole ? named(rightRole) : null) ??
    (c.how === 'tick'
      ? speaker(`${b.sentence} ${b.right}`, lists)
      : c.head && !c.row && c.type === 'text'
        ? null
        : named(nearWords(c.label))) ??
    (c.head && c.type !== 'text' && c.type !== 'checkbox' ? named(c.head) : null) ??
    (c.row ? named(c.row) : null) ??
    (c.named ? named(c.named.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/[_.-]+/g, ' ')) : null)
  const own1 = says(labelParty, 'own')
  // A fact about somebody is for whoever the part of the page is for: `relationship to child`.
  if (own1 && !(headingParty && c.type === 'text')) return own1
  const row = [...seen]
    .filter((o) => o !== c && o.party && Math.abs(bottom(o) - bottom(c)) < 8 && right(o) <= c.x + 2)
    .sort((a, z) => z.x - a.x)[0]
  const rowFirst =
    row &&
    (row.by === 'own' || row.by === 'row') &&
    (row.x + row.w + 130 > c.x && c.beside.leftGap < 16 && !/:\s*$/.test(c.beside.left)
      ? true
      : !(heading && otherColumn(heading, headingOver(row, headings, s))))
      ? says(row.party, 'row')
      : null
  if (rowFirst && c.how !== 'tick') return rowFirst
  const before = [...seen]
    .filter(
      (o) =>
        o !== c &&
        o.party &&
        !o.continues &&
        bottom(o) < bottom(c) - 4 &&
        bottom(c) - bottom(o) < 64 &&
        sameColumn(o, c),
    )
    .sort((a, z) => bottom(z) - bottom(a))[0]
  // A date over the signature it belongs to.
  const ahead = seen
    .filter((o) => o !== c && o.type === 'signature' && o.y > c.y && o.y - c.y < 70 && sameColumn(o, c))
    .sort((a, z) => a.y - z.y)[0]
  const aheadParty =
    ahead && (c.type === 'date' || c.type === 'name')
      ? (named(ahead.where === 'over' ? ahead.beside.below : nearWords(ahead.label)) ?? null)
      : null
  const signedAbove = seen.some(
    (o) =>
      o.type === 'signature' &&
      bottom(o) < bottom(c) - 4 &&
      bottom(c) - bottom(o) < 90 &&
      sameColumn(o, c) &&
      !(heading && heading.base > bottom(o)),
  )
  if (
    aheadParty &&
    !signedAbove &&
    !(before && (before.by === 'own' || before.type === 'signature') && bottom(c) - bottom(before) < 40)
  )
    return { party: aheadParty, by: 'before' }
  const carries = before && before.by !== 'main' && (!heading || heading.base < bottom(before))
  if (
    carries &&
    (before.by !== 'heading' || !headingParty) &&
    !(c.inText && c.type === 'text' && Math.max(b.left.split(/\s+/).length, b.right.split(/\s+/).length) > 3) &&
    signOff(before) &&
    (c.type !== 'text' || ABOUT_PERSON.test(plainText(c.label)) || !!c.grid || before.type === 'text')
  )
    return { party: before.party, by: 'before' }
  if (headingParty) return { party: headingParty, by: 'heading' }
  return { party: main, by: 'main' }
}
/** Who says `my child`. */
const speaker = (text: string, lists: readonly WordList[]): string | null => {
  const plain = plainText(text)
  return /\b(my|mein\w*|mon|mi)\b/.test(plain) && lists.some((l) => l.parties.guardian.test(plain)) ? 'guardian' : null
}
const otherColumn = (a: Heading, b: Heading | null): boolean => !!b && a !== b && Math.abs(a.base - b.base) < 6
/** Facts that are asked of a person beside their name. */
const ABOUT_PERSON =
  /address|phone|\btel\b|mobile|e-?mail|title|position|capacity|occupation|relationship|company|organi[sz]ation|postcode|town|city|\bid\b|passport|licen[cs]e|nationality|department|role|place|anschrift|adresse|telefon|ort|beruf|funktion|direccion|telefono|cargo|domicilio|qualite|fonction|demeurant/
const signOff = (c: Seen): boolean =>
  c.type !== 'checkbox' && (c.type !== 'text' || c.by === 'before' || c.by === 'own')
const nearWords = (text: string): string => {
  // What a bracket has closed belongs to the blank before it.
  const words = text.replace(/^.*[”"’']\)\s*(and|und|et|y)\b/u, '').split(/\s+/)
  return words.length > 12 ? words.slice(-6).join(' ') : text
}
const sameColumn = (a: Area, b: Area): boolean =>
  shared(a.x, right(a), b.x, right(b)) > 0.3 * Math.min(a.w, b.w) || Math.abs(a.x - b.x) < 30

/** The heading a place stands under: the nearest above it in its column. */
function headingOver(c: Area, headings: readonly Heading[], s: Scene): Heading | null {
  const above = headings.filter((h) => h.base < c.y + 0.6 * c.h)
  const best = [...above].sort((a, b) => b.base - a.base)
  for (const h of best) {
    const row = headings.filter((o) => o !== h && Math.abs(o.base - h.base) < 6)
    const centre = c.x + c.w / 2
    const wide = row.length === 0 && h.x < s.left + 0.3 * (s.right - s.left)
    if (wide) return h
    const next = Math.min(s.ink.width, ...row.filter((o) => o.x > h.x).map((o) => o.x))
    const inColumn = centre >= h.x - 20 && centre < next
    if (inColumn) return h
  }
  return null
}

function confidenceOf(s: Scene, c: Seen, lists: readonly WordList[], seen: readonly Seen[]): number {
  const typed = typeNamed(c.label, lists) !== null
  const wide = c.w > 0.86 * (s.right - s.left)
  const edge = c.y < 0.05 * s.ink.height || bottom(c) > 0.95 * s.ink.height
  switch (c.how) {
    case 'form field':
      return 0.97
    case 'tick':
      if (c.widget) return 0.97
      return c.label ? 0.9 : c.how === 'tick' && seen.filter((o) => o.how === 'tick').length > 1 ? 0.6 : 0.4
    case 'date':
      return 0.95
    case 'comb':
      return c.label ? 0.85 : 0.4
    case 'brackets':
      return c.label ? 0.8 : 0.5
    case 'underscores':
      if (c.continues) return 0.8
      if (!c.label) return wide ? 0.3 : 0.6
      return c.where === 'under' && wide && !typed && !asks(c.label) ? 0.42 : typed ? 0.95 : 0.9
    case 'dots':
      if (c.continues) return 0.8
      return c.label ? (typed ? 0.93 : 0.85) : 0.35
    case 'dashes':
      return c.label && c.where !== 'under' ? 0.7 : 0.3
    case 'rule': {
      if (c.continues) return 0.75
      if (!c.label) return 0.2
      if (c.where === 'after') return edge && wide ? 0.4 : typed ? 0.93 : 0.86
      if (c.where === 'over') {
        if (wide) return typed ? 0.8 : 0.3
        return typed || namesRole(c.label, lists) ? 0.9 : c.beside.belowGap < 9 && c.label.length < 50 ? 0.72 : 0.4
      }
      if (c.where === 'under') {
        if (c.beside.aboveGap > 40) return 0.3
        if (wide) return asks(c.label) || typed ? 0.7 : stacked(c, seen) && shortLabel(c.label) ? 0.6 : 0.2
        return asks(c.label) || typed ? 0.85 : shortLabel(c.label) ? 0.6 : 0.3
      }
      return 0.5
    }
    case 'cell':
      if (c.inside) return typed || asks(c.inside) ? 0.75 : 0.6
      if (c.head || c.row) return typed ? 0.88 : 0.78
      if (c.where === 'before') return c.type === 'initials' ? 0.8 : c.beside.rightGap < 16 ? 0.5 : 0.3
      return c.label ? (typed ? 0.75 : c.where === 'under' && asks(c.label) ? 0.6 : 0.4) : 0.3
    case 'box':
      if (c.inside) return 0.75
      if (!c.label) return 0.25
      return c.where === 'before' && !typed ? 0.4 : typed || asks(c.label) ? 0.85 : shortLabel(c.label) ? 0.7 : 0.4
  }
}
const shortLabel = (text: string): boolean => text.length <= 48 && text.split(/\s+/).length <= 7
const stacked = (c: Seen, seen: readonly Seen[]): boolean => seen.some((o) => o.continues === c)
