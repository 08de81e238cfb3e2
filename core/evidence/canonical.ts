/** What canonical JSON can hold. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json }

const LONE_SURROGATE = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/

/**
 * JSON Canonicalization Scheme, RFC 8785: no white space, members sorted by UTF-16 code units (3.2.3), strings and
 * numbers as ECMAScript writes them (3.2.2). Throws TypeError on what JSON can't carry exactly.
 */
export function canonical(value: Json): string {
  if (value === null || typeof value === 'boolean') return String(value)
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new TypeError('Not a finite number')
    return JSON.stringify(value)
  }
  if (typeof value === 'string') {
    if (LONE_SURROGATE.test(value)) throw new TypeError('Text with half a surrogate pair')
    return JSON.stringify(value)
  }
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  const object = value as { readonly [key: string]: Json }
  return `{${Object.keys(object)
    .sort()
    .map((k) => `${canonical(k)}:${canonical(object[k]!)}`)
    .join(',')}}`
}

/** Replaces halves of surrogate pairs, which no file format can carry, with U+FFFD. */
export function wellFormed(text: string): string {
  return text.replace(new RegExp(LONE_SURROGATE, 'g'), '\uFFFD')
}
