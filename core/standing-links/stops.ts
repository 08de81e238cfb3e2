import type { StopState } from '../line/line'
import { type LinkSettings, valueKey } from './model'

/** A stop of a flow, drawn as a line: what it is, how it stands, and what it still lacks. */
export interface FlowStop {
  key: 'form' | 'paper' | 'signing' | 'home' | 'then'
  state: StopState
  words: string
}

const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`

/** Where a flow stands from form to record. `papers` are its templates with what each asks for and why it can't be used. */
export function flowStops(
  settings: LinkSettings,
  papers: readonly {
    id: string
    asks: readonly { key: string; required: boolean }[]
    parties: readonly { key: string; label: string }[]
    unusable: string | null
  }[],
  then: 'visit' | 'job' | 'nothing',
): FlowStop[] {
  const { questions, map, home, named } = settings
  const labelOf = (party: string) =>
    papers
      .flatMap((p) => p.parties)
      .find((p) => p.key === party)
      ?.label.toLowerCase() ?? party
  const pages = new Set(questions.map((q) => q.page)).size
  const keys = new Set(questions.map((q) => q.key))
  const empty = papers.flatMap((p) =>
    p.asks.filter(({ key, required }) => {
      const from = map[valueKey(p.id, key)]
      return from ? from.from === 'question' && !keys.has(from.key) : required
    }),
  ).length
  const bad = papers.find((p) => p.unusable)
  const homes = Object.keys(home).filter((k) => keys.has(k)).length
  const countersigned = papers.some((p) => p.parties.some((x) => x.key === 'business'))
  return [
    {
      key: 'form',
      state: questions.length ? 'settled' : 'skipped',
      words: questions.length ? `${many(questions.length, 'question')}, ${many(pages, 'page')}` : 'only who they are',
    },
    {
      key: 'paper',
      state: !papers.length || bad || empty ? 'trouble' : 'settled',
      words: !papers.length
        ? 'no paper yet'
        : bad
          ? 'can’t be used'
          : empty
            ? `${many(empty, 'value')} without a source`
            : many(papers.length, 'paper'),
    },
    {
      key: 'signing',
      state: 'settled',
      words: [
        ...named.filter((n) => n.when === 'before').map((n) => labelOf(n.party)),
        'whoever comes',
        ...named.filter((n) => n.when !== 'before').map((n) => labelOf(n.party)),
        ...(countersigned ? ['us'] : []),
      ].join(', then '),
    },
    {
      key: 'home',
      state: homes ? 'settled' : 'skipped',
      words: homes ? `${many(homes, 'fact')} to the record` : 'who they are',
    },
    {
      key: 'then',
      state: then === 'nothing' ? 'trouble' : 'not-yet',
      words: then === 'visit' ? 'a place in the session' : then === 'job' ? 'a job of its own' : 'say where they go',
    },
  ]
}
