import { type ChainedEvent, brokenAt } from './chain'
import { type ChainHead, NO_HEAD, headHash, versionHash } from './heads'

/** One thing in a data folder that doesn't fit, by where it is. */
export interface Misfit {
  where: string
  what: string
}
export interface Version {
  id: string
  paperId: string
  document: unknown
  figures: unknown
  fields: unknown
  pages: number
  pdfSha: string
}
/** A round as it is stored beside its chain. */
export interface StoredRound {
  id: string
  sealedSha: string | null
  papers: { paperId: string; title: string; versionId: string; sealedSha: string | null }[]
  people: { id: string; name: string; party: string; part: string }[]
}

/** What in one round's chain doesn't fit itself, or the versions and seals that lie beside it. */
export function chainMisfits(
  round: StoredRound,
  events: readonly ChainedEvent[],
  versions: readonly Version[],
): Misfit[] {
  const where = `round ${round.id}`
  const broken = brokenAt(events)
  if (broken) return [{ where: `${where}, event ${broken.seq}`, what: broken.reason }]
  const out: Misfit[] = []
  const say = (what: string) => out.push({ where, what })
  const [first] = events
  if (first?.type !== 'sent') say('its chain does not begin with a sending')
  const asSent = events.filter((e) => e.type === 'sent' || e.type === 'revised').at(-1)
  if (asSent) {
    const data = asSent.data as { sha256?: string; papers?: { sha256: string }[]; contents?: string[] }
    const shas = data.papers?.map((p) => p.sha256) ?? [data.sha256]
    for (const [i, paper] of round.papers.entries()) {
      const version = versions.find((v) => v.id === paper.versionId)
      if (!version) say(`the version of “${paper.title}” is missing`)
      else if (version.pdfSha !== shas[i]) say(`the version of “${paper.title}” is not the one that was sent`)
      else if (data.contents?.[i] && data.contents[i] !== versionHash(version))
        say(`what the version of “${paper.title}” says was changed`)
    }
  }
  const known = new Map<string, string>()
  for (const e of events) {
    const d = e.data as {
      people?: { id: string; name: string }[]
      by?: { id: string; name: string }
      person?: string
      name?: string
    }
    for (const p of d.people ?? []) known.set(p.id, p.name)
    if (d.by?.id) known.set(d.by.id, d.by.name)
    if (e.type === 'corrected' && d.name) known.set(d.person!, d.name)
  }
  for (const p of round.people)
    if (known.get(p.id) !== p.name) say(`${p.name} is not who the chain names in that place`)
  const sealed = events.find((e) => e.type === 'sealed')
  if (sealed) {
    const data = sealed.data as { sha256: string; papers?: { sha256: string }[] }
    const shas = data.papers?.map((p) => p.sha256) ?? [data.sha256]
    for (const [i, paper] of round.papers.entries())
      if (paper.sealedSha !== shas[i]) say(`the sealed copy of “${paper.title}” is not the one that was sealed`)
  } else if (round.papers.some((p) => p.sealedSha)) say('it has a sealed copy that its chain knows nothing of')
  return out
}

/** What in the signed heads doesn't fit each other or the chains as they are. `signed` says whether a head's signature holds. */
export function headMisfits(
  heads: readonly ChainHead[],
  signed: (head: ChainHead) => boolean,
  hashAt: (round: string, seq: number) => string | undefined,
  versionNow: (version: string) => string | undefined,
): Misfit[] {
  const out: Misfit[] = []
  let prev = NO_HEAD
  for (const [i, head] of heads.entries()) {
    const where = `signed head ${head.seq}`
    if (head.seq !== i + 1 || head.prev !== prev)
      out.push({ where, what: 'a head before it is missing or was exchanged' })
    if (!signed(head)) out.push({ where, what: 'its signature does not fit' })
    for (const r of head.rounds) {
      const now = hashAt(r.round, r.seq)
      if (now === undefined)
        out.push({
          where: `round ${r.round}`,
          what: `events are missing that were there on ${head.at} (event ${r.seq})`,
        })
      else if (now !== r.hash)
        out.push({ where: `round ${r.round}`, what: `its chain was rewritten after ${head.at} (event ${r.seq})` })
      for (const [id, hash] of Object.entries(r.versions)) {
        const v = versionNow(id)
        if (v === undefined) out.push({ where: `version ${id}`, what: `it is missing; it was there on ${head.at}` })
        else if (v !== hash) out.push({ where: `version ${id}`, what: `what it says was changed after ${head.at}` })
      }
    }
    prev = headHash(head)
  }
  return out
}
