import type { Letterhead } from '../document/model'
import { INK } from '../layout/types'

/** How a business looks to those it writes to. */
export interface Look {
  /** Its picture, by the SHA-256 of its bytes, in pixels. */
  logo: { sha: string; width: number; height: number } | null
  /** Of buttons and what is asked, as `#rrggbb`. */
  main: string
  /** Of headings on papers, as `#rrggbb`. */
  second: string
  /** What stands under every mail. */
  under: string
}
export const PLAIN_LOOK: Look = { logo: null, main: '#6b3f78', second: INK, under: '' }

/** What of a business's settings says how its papers look. */
export interface Looks {
  look?: Look
}

/** The most a logo takes on a paper, in points. */
const LOGO = { width: 170, height: 48 }

/** A picture's size within the room there is for it, never larger than it is. */
export function fitted(
  { width, height }: { width: number; height: number },
  most: { width: number; height: number },
): { width: number; height: number } {
  const scale = Math.min(most.width / width, most.height / height, 1)
  const size = (n: number) => Math.max(1, Math.round(n * scale * 100) / 100)
  return { width: size(width), height: size(height) }
}

/** What a business's papers begin with; nothing while it looks as everybody's. */
export function letterheadOf({ name, settings }: { name: string; settings: Looks }): Letterhead | undefined {
  const look = settings.look
  if (!look || (!look.logo && look.second === PLAIN_LOOK.second)) return undefined
  return {
    logo: look.logo && { sha: look.logo.sha, ...fitted(look.logo, LOGO), alt: name },
    colour: look.second,
  }
}
