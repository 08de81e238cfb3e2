import { fill } from '../text/fill'

/** What can stand in the words, subjects, paths and bodies of a follow-up, in braces. */
export const VALUES = {
  job: 'the job’s title',
  kind: 'the kind of job',
  day: 'the job’s day',
  place: 'the place',
  people: 'how many people',
  total: 'the total',
  open: 'what is left to pay',
  client: 'the client’s name',
  first: 'how the client is greeted',
  paper: 'the paper',
  link: 'the address of the paper, for members',
  jobLink: 'the address of the job, for members',
  person: 'whoever it is about',
  business: 'the business',
  year: 'the year',
  today: 'today',
} as const
export type ValueName = keyof typeof VALUES
export type Values = Readonly<Record<ValueName, string>>

/** Names in braces that nothing stands for; further facts are named as they are in `facts`. */
export const strangeValues = (text: string, facts: readonly string[]): string[] =>
  [...text.matchAll(/\{(\w+)\}/g)]
    .map((m) => m[1]!)
    .filter((name) => !Object.hasOwn(VALUES, name) && !facts.includes(name))

/** A text with its values; what isn't known is left empty. */
export const withValues = (text: string, values: Readonly<Record<string, string>>): string => fill(text, values)

const UNSAFE = /[\u0000-\u001f\u007f<>:"|?*\\]/g
/** A part of a path as every file system takes it: no separators, no dots at its ends, nothing reserved. */
export const pathPart = (text: string): string =>
  text
    .normalize('NFC')
    .replace(/\//g, '-')
    .replace(UNSAFE, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[. ]+|[. ]+$/g, '')
    .slice(0, 80)
    .trim() || 'unnamed'

/** A path with values put into its parts: a value never makes a folder of its own, and none leads out. At most 8 deep. */
export const pathOf = (path: string, values: Readonly<Record<string, string>>): string[] =>
  path
    .split('/')
    .map((p) => p.trim())
    .filter(Boolean)
    .slice(0, 8)
    .map((p) => pathPart(withValues(p, values)))

/** A body of JSON with values in its strings, whatever stands in them. Throws where it isn't JSON. */
export function bodyOf(template: string, values: Readonly<Record<string, string>>): unknown {
  const put = (node: unknown): unknown =>
    typeof node === 'string'
      ? withValues(node, values)
      : Array.isArray(node)
        ? node.map(put)
        : node && typeof node === 'object'
          ? Object.fromEntries(Object.entries(node).map(([k, v]) => [k, put(v)]))
          : node
  return put(JSON.parse(template))
}
