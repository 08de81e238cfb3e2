import { asks } from './candidate'
import type { Seen } from './found'
import type { WordList } from './words'
import type { Scene } from './scene'
import { typeNamed, namesRole } from './judge'
import { bottom } from './ink'

const shortLabel = (text: string): boolean => text.length <= 48 && text.split(/\s+/).length <= 7
const stacked = (c: Seen, seen: readonly Seen[]): boolean => seen.some((o) => o.continues === c)

export function confidenceOf(s: Scene, c: Seen, lists: readonly WordList[], seen: readonly Seen[]): number {
  const typed = typeNamed(c.label, lists) !== null
  const wide = c.w > 0.86 * (s.right - s.left)
  // Where heads and feet stand; on a plan as large as a wall no lower than on a sheet.
  const margin = Math.min(0.05 * s.ink.height, 60)
  const edge = c.y < margin || bottom(c) > s.ink.height - margin
  switch (c.how) {
    case 'form field':
      return 0.97
    case 'tick':
      if (c.widget) return 0.97
      return c.label ? 0.9 : c.how === 'tick' && seen.filter((o) => o.how === 'tick').length > 1 ? 0.6 : 0.4
    case 'date':
      return 0.95
    case 'space':
      return c.label ? (typed || asks(c.label) ? 0.75 : 0.62) : 0.3
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
      if (c.label) return typed ? 0.93 : 0.85
      // Without words of their own: rows and columns of them are a table to fill.
      return seen.filter((o) => o.how === 'dots' && Math.abs(o.x - c.x) < 3).length >= 3 ? 0.62 : 0.35
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
      // A low one in a running sentence: words lead up to it, or go on behind it.
      if (c.inText && c.h < 3 * c.size) return typed ? 0.85 : 0.7
      if (!c.label) return 0.25
      return c.where === 'before' && !typed ? 0.4 : typed || asks(c.label) ? 0.85 : shortLabel(c.label) ? 0.7 : 0.4
  }
}
