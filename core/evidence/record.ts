import type { Block, PaperDocument } from '../document/model'
import { para, run } from '../document/plain'

/** One line of the record's list of events: UTC instant, who, what, from where. */
export interface RecordEvent {
  at: string
  who: string
  what: string
  ip: string
  device: string
}
export interface RecordPerson {
  name: string
  part: string
  reached: string
  signedAt: string | null
  consent: string | null
  given: { label: string; value: string }[]
  /** The key of the place where their signature stands in the record; it has none on the paper. */
  signature?: string
}
/** The record's own words, in whatever language it is written. */
export type RecordLabels = Record<
  | 'title'
  | 'footer'
  | 'of'
  | 'intro'
  | 'paper'
  | 'job'
  | 'sentBy'
  | 'pages'
  | 'round'
  | 'sha'
  | 'lastHash'
  | 'chain'
  | 'people'
  | 'happened'
  | 'time'
  | 'who'
  | 'what'
  | 'address'
  | 'device'
  | 'signedAt'
  | 'agreedTo',
  string
>
export interface RecordInput {
  words: RecordLabels
  /** The sheet the paper is printed on. */
  sheet?: PaperDocument['paper']
  paper: string
  job: string
  business: string
  language: string
  round: string
  sentSha: string
  pages: number
  lastHash: string
  people: readonly RecordPerson[]
  events: readonly RecordEvent[]
}

const small = (text: string): Block[] => [para([run(text)], { small: true })]
const heading = (text: string): Block => ({ t: 'heading', level: 2, content: [run(text)] })

/** The signing record: the sealed copy's last pages, in words a court or a client can read. */
export function signingRecord(input: RecordInput): PaperDocument {
  const fact = (label: string, value: string) => ({ cells: [small(label), small(value)] })
  const { words } = input
  const person = (p: RecordPerson): Block => ({
    t: 'keep',
    content: [
      para([
        run(p.name, true),
        run(`, ${p.part}. ${p.reached}${p.signedAt ? `. ${words.signedAt.replace('{at}', utc(p.signedAt))}` : ''}.`),
      ]),
      ...(p.consent ? [para([run(words.agreedTo.replace('{words}', () => p.consent!))], { small: true })] : []),
      ...(p.given.length
        ? [
            para(
              p.given.flatMap((g, i) => [run(`${i ? '; ' : ''}${g.label}: `), run(g.value, true)]),
              { small: true },
            ),
          ]
        : []),
      ...(p.signature
        ? [
            {
              t: 'field',
              width: 170,
              height: 40,
              field: { key: p.signature, type: 'signature', party: '', label: '', required: false },
            } as Block,
          ]
        : []),
    ],
  })
  return {
    title: `${words.title}: ${input.paper}`,
    language: input.language,
    ...(input.sheet ? { paper: input.sheet } : {}),
    parties: [],
    header: [],
    footer: [
      {
        t: 'paragraph',
        align: 'center',
        small: true,
        content: [
          run(`${words.footer.replace('{paper}', () => input.paper)} `),
          { t: 'page' },
          run(` ${words.of} `),
          { t: 'pages' },
        ],
      },
    ],
    body: [
      { t: 'heading', level: 1, content: [run(words.title)] },
      para([run(words.intro)]),
      {
        t: 'table',
        columns: [{ width: 110 }, { width: 360 }],
        head: [],
        rows: [
          fact(words.paper, input.paper),
          fact(words.job, input.job),
          fact(words.sentBy, input.business),
          fact(words.pages, String(input.pages)),
          fact(words.round, input.round),
          fact(words.sha, input.sentSha),
          fact(words.lastHash, input.lastHash),
        ],
      },
      para([run(words.chain)], { small: true }),
      heading(words.people),
      ...input.people.map(person),
      heading(words.happened),
      {
        t: 'table',
        columns: [{ width: 92 }, { width: 92 }, { width: 130 }, { width: 60 }, { width: 110 }],
        head: [words.time, words.who, words.what, words.address, words.device].map((t) => [run(t)]),
        rows: input.events.map((e) => ({
          cells: [small(utc(e.at).slice(0, -4)), small(e.who), small(e.what), small(e.ip), small(e.device)],
        })),
      },
    ],
  }
}

/** `2026-06-12 14:03:22 UTC`. */
export function utc(instant: string): string {
  return `${instant.slice(0, 10)} ${instant.slice(11, 19)} UTC`
}

/** A device in a few words from its user agent: what a reader can tell apart, nothing finer. */
export function deviceWords(userAgent: string): string {
  const system = /iPhone|iPad/.test(userAgent)
    ? 'iOS'
    : /Android/.test(userAgent)
      ? 'Android'
      : /Mac OS X/.test(userAgent)
        ? 'macOS'
        : /Windows/.test(userAgent)
          ? 'Windows'
          : /Linux/.test(userAgent)
            ? 'Linux'
            : ''
  const browser =
    /Firefox\/(\d+)/.exec(userAgent) ??
    /Edg\/(\d+)/.exec(userAgent) ??
    /Chrome\/(\d+)/.exec(userAgent) ??
    /Version\/(\d+).*Safari/.exec(userAgent)
  const name = browser
    ? `${browser[0].startsWith('Version') ? 'Safari' : browser[0].split('/')[0]!.replace('Edg', 'Edge')} ${browser[1]}`
    : ''
  return [name, system].filter(Boolean).join(', ') || userAgent.slice(0, 60) || 'unknown'
}
