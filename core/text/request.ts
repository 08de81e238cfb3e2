/** What a text message is made of. */
export interface TextValues {
  to: string
  from: string
  text: string
}
export const textKinds = ['json', 'form'] as const
export type TextKind = (typeof textKinds)[number]
const PLACE = /\{(to|from|text)\}/g

/** A template with values in its places, whatever stands in them: escaped as the kind of request asks. */
export function textRequest(template: string, kind: TextKind, values: TextValues): string {
  const put = (name: string) => {
    const value = values[name as keyof TextValues]
    return kind === 'json' ? JSON.stringify(value).slice(1, -1) : encodeURIComponent(value)
  }
  return template.replace(PLACE, (_, name: string) => put(name))
}

const SAMPLE: TextValues = { to: '+441632960100', from: 'A', text: 'B' }
/** Why a template can’t be sent; null where it can. */
export function templateProblem(template: string, kind: TextKind): string | null {
  for (const place of ['{to}', '{text}']) if (!template.includes(place)) return `Say where ${place} goes.`
  if (kind === 'form') return null
  try {
    JSON.parse(textRequest(template, kind, SAMPLE))
    return null
  } catch {
    return 'This is not JSON. Places stand within quotes: "to": "{to}".'
  }
}

/** Headers, a line each, as `Name: value`; null where one isn’t a header (RFC 9110, 5.1 and 5.5). */
export function headersOf(lines: string): Record<string, string> | null {
  const out: Record<string, string> = {}
  for (const line of lines.split(/\r?\n/).filter((l) => l.trim())) {
    const found = /^([!#$%&'*+.^_`|~0-9A-Za-z-]+):[ \t]*([\x20-\x7e]*)$/.exec(line.trim())
    if (!found || /^(host|content-length|transfer-encoding|connection)$/i.test(found[1]!)) return null
    out[found[1]!] = found[2]!
  }
  return out
}
