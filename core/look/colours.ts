import { clampChroma, converter, formatHex, parse, wcagContrast } from 'culori'

/** The least contrast of text (WCAG 2.2, 1.4.3). */
export const TEXT_CONTRAST = 4.5
const WHITE = '#ffffff'
const oklch = converter('oklch')

/** Whether something is a colour as `#rrggbb`. */
export const isColour = (text: string): boolean => /^#[0-9a-f]{6}$/i.test(text)

/** The contrast of two colours, 1 to 21 (WCAG 2.2, relative luminance). */
export const contrast = (a: string, b: string = WHITE): number => wcagContrast(a, b)

/**
 * A colour as near to the given one as can be read on a light ground: the same hue, darker where it is too light. One that
 * can be read already stays as it is.
 */
export function readable(colour: string, ground = WHITE, least = TEXT_CONTRAST): string {
  if (contrast(colour, ground) >= least) return colour
  const from = oklch(parse(colour))!
  const at = (l: number) => formatHex(clampChroma({ ...from, l }, 'oklch'))
  let [dark, light] = [0, from.l]
  for (let i = 0; i < 24; i += 1) {
    const middle = (dark + light) / 2
    if (contrast(at(middle), ground) >= least) dark = middle
    else light = middle
  }
  return at(dark)
}

/** A ground of the same hue that dark text can be read on. */
const tint = (colour: string): string =>
  formatHex(clampChroma({ ...oklch(parse(colour))!, l: 0.94, c: Math.min(oklch(parse(colour))!.c, 0.03) }, 'oklch'))
/** The same a little darker, as a button is while it is pressed. */
const deeper = (colour: string): string => {
  const from = oklch(parse(colour))!
  return formatHex(clampChroma({ ...from, l: Math.max(0, from.l - 0.07) }, 'oklch'))
}

/** A colour with the shades a page is drawn in: as it can be read, pressed, and as a ground. */
export function shadesOf(colour: string): { main: string; deep: string; tint: string } {
  const main = readable(colour)
  return { main, deep: deeper(main), tint: tint(main) }
}
