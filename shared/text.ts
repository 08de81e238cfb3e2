import { z } from 'zod'

/** What search compares: lower case, without marks. */
export function searchable(...texts: (string | null | undefined)[]): string {
  return texts.filter(Boolean).join(' ').normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
}

const HALVES = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g
/** One line of text a person typed: trimmed, without control characters or halves of letters. */
export const line = (max: number) =>
  z
    .string()
    .transform((s) =>
      s
        .replace(HALVES, '\uFFFD')
        .replace(/[\u0000-\u001F\u007F]/g, ' ')
        .trim(),
    )
    .pipe(z.string().max(max, `Keep this under ${max} characters.`))
export const requiredLine = (max: number, what: string) => line(max).pipe(z.string().min(1, `${what} is missing.`))
/** Several lines. */
export const prose = (max: number) =>
  z
    .string()
    .transform((s) =>
      s
        .replace(HALVES, '\uFFFD')
        .replace(/\r\n?/g, '\n')
        .replace(/[\u0000-\u0009\u000B-\u001F\u007F]/g, ''),
    )
    .pipe(z.string().max(max, `Keep this under ${max} characters.`))
