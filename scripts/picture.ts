import { writeFileSync } from 'node:fs'
import { type Arrow, arrowsIn } from './arrows'
import { escapeHtml } from '../core/text/escape'
import { LAYERS, ROOMS, roomOf } from './rooms.mjs'

/** The file the picture stands in. */
export const PICTURE = 'docs/architecture.svg'
const ROW = 24
const COLUMN = 20
const TOP = 104
const NAMES = 34
const HOLDS = 164
const DOTS = 590

interface Row {
  name: string
  holds: string
  /** The line it stands on: rooms on one line don't import each other. */
  line: number
}

const layer = (path: string) => LAYERS.find((l) => l.path === path)!
const ROWS: Row[] = [
  { name: 'app', holds: layer('app').holds, line: -1 },
  ...ROOMS.flatMap((rooms, line) => rooms.map((r) => ({ name: r.path, holds: r.holds, line }))),
  { name: 'shared', holds: layer('shared').holds, line: ROOMS.length },
  { name: 'core', holds: layer('core').holds, line: ROOMS.length + 1 },
]
const placeOf = (file: string): string => roomOf(file) ?? file.split('/')[0]!

/** The picture of the rooms: one row each, top first, and a dot in the column of every room it imports from. */
export function pictureOf(arrows: readonly Arrow[]): string {
  const counts = new Map<string, number>()
  for (const { from, to } of arrows) {
    const key = `${placeOf(from)} ${placeOf(to)}`
    counts.set(key, (counts.get(key) ?? 0) + 1)
  }
  const y = (i: number) => TOP + i * ROW
  const x = (i: number) => DOTS + i * COLUMN
  const height = y(ROWS.length) + 40
  const width = x(ROWS.length) + 20
  const server = ROWS.findIndex((r) => r.line === 0)
  const last = ROWS.findLastIndex((r) => r.line === ROOMS.length - 1)
  const parts: string[] = [
    `<rect width="${width}" height="${height}" fill="#f7f5ef"/>`,
    `<text x="${NAMES}" y="32" font-size="18" font-weight="700">The rooms of Upwold</text>`,
    ...[
      'A dot: the room of the row imports from the room of the column; more imports, a larger dot.',
      'All stand to the right of the diagonal: an import points only downward.',
    ].map((line, i) => `<text x="${NAMES}" y="${54 + i * 17}" fill="#55645e">${line}</text>`),
    `<rect x="${NAMES - 18}" y="${y(server) - 4}" width="${width - NAMES}" height="${(last - server + 1) * ROW + 6}" rx="6" fill="#ffffff" stroke="#d9d5c7"/>`,
    `<text transform="translate(${NAMES - 6} ${y(server) + 120}) rotate(-90)" text-anchor="middle" fill="#55645e">server/</text>`,
  ]
  for (const [i, row] of ROWS.entries()) {
    const at = y(i) + 15
    if (i > server && i <= last && row.line !== ROWS[i - 1]!.line)
      parts.push(`<path d="M${NAMES} ${y(i) - 1}H${width - 26}" stroke="#ece8db"/>`)
    parts.push(
      `<text x="${NAMES + 6}" y="${at}" font-weight="700">${row.name}/</text>`,
      `<text x="${HOLDS}" y="${at}" fill="#55645e">${escapeHtml(row.holds)}</text>`,
      `<text transform="translate(${x(i) + 4} ${TOP - 6}) rotate(-50)" font-size="10" fill="#55645e">${row.name}</text>`,
      `<rect x="${x(i) - 3}" y="${at - 7}" width="6" height="6" fill="#d9d5c7"/>`,
    )
    for (const [j, other] of ROWS.entries()) {
      const n = counts.get(`${row.name} ${other.name}`)
      if (!n || i === j) continue
      const r = Math.min(8, 2 + Math.sqrt(n) * 0.75).toFixed(1)
      const fill = j < i ? '#a4471f' : '#2c6173'
      parts.push(
        `<circle cx="${x(j)}" cy="${at - 4}" r="${r}" fill="${fill}"><title>${row.name} → ${other.name}: ${n}</title></circle>`,
      )
    }
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="12" fill="#20302b">\n  ${parts.join('\n  ')}\n</svg>\n`
}

/** The picture of what stands here now. */
export const pictureNow = (): string => pictureOf(arrowsIn(LAYERS.map((l) => l.path)))

if (import.meta.filename === process.argv[1]) writeFileSync(PICTURE, pictureNow())
