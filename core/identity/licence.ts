import type { ReadDocument } from './read'

/** `MMDDCCYY` (United States) or `CCYYMMDD` (Canada), as a day. */
function dayFrom(text: string | undefined): string | null {
  const t = text?.trim() ?? ''
  if (!/^\d{8}$/.test(t)) return null
  const us = Number(t.slice(4)) >= 1900 && Number(t.slice(0, 2)) <= 12
  const day = us ? `${t.slice(4)}-${t.slice(0, 2)}-${t.slice(2, 4)}` : `${t.slice(0, 4)}-${t.slice(4, 6)}-${t.slice(6)}`
  return Number.isNaN(Date.parse(`${day}T00:00:00Z`)) ? null : day
}

/**
 * The text of a driving licence's PDF417 barcode (AAMVA DL/ID Card Design Standard, annex D): elements of three letters,
 * each on a line of its own. Null when it is none. Such a barcode has no check digits; its error correction stands for them.
 */
export function readLicence(text: string): ReadDocument | null {
  if (!/ANSI |AAMVA/.test(text)) return null
  const elements = new Map<string, string>()
  // The first element follows the subfile's name without a break: `DLDAQ…`.
  for (const line of text.replace(/(?:DL|ID)(?=DAQ|DCS|DBA|DCA)/g, '\n').split(/[\n\r\u001e\u001d]+/)) {
    const m = /^(D[A-Z]{2})(.*)$/.exec(line)
    if (m && !elements.has(m[1]!)) elements.set(m[1]!, m[2]!.trim())
  }
  const family = elements.get('DCS') ?? elements.get('DAB') ?? ''
  const given = [elements.get('DAC') ?? elements.get('DCT') ?? '', elements.get('DAD') ?? '']
    .filter((n) => n && n !== 'NONE')
    .join(' ')
    .replaceAll(',', ' ')
  if (!family && !given) return null
  return {
    kind: 'driving licence',
    given,
    family,
    number: elements.get('DAQ') ?? '',
    born: dayFrom(elements.get('DBB')),
    expires: dayFrom(elements.get('DBA')),
    badDigits: [],
  }
}
