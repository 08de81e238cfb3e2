import type { Block, PaperDocument } from './model'
import { mapDocument, mapHeads, walkBlocks } from './walk'

/** A clause as a document uses it: its blocks and the edition they are of. */
export interface ClauseText {
  edition: number
  name: string
  body: Block[]
}

/** Finds a clause by id, in the edition asked for or, without one, as it is now. */
export type ClauseLookup = (id: string, edition?: number) => ClauseText | undefined
/** A use of a clause that can't be put in: it is not there, or it leads back to itself. */
export interface ClauseProblem {
  clause: string
  why: 'missing' | 'circular'
}

/** Ids of the clauses used, each once, not looking into them. */
export function clausesOf(blocks: readonly Block[]): string[] {
  return [...new Set([...walkBlocks(blocks)].flatMap((b) => (b.t === 'clause' ? [b.clause] : [])))]
}

/**
 * Puts the text of clauses where they are used. Ids inside are led by the use's own, so that two uses stay apart. What
 * can't be put in is left out and told.
 */
export function resolveClauses(
  document: PaperDocument,
  lookup: ClauseLookup,
): { document: PaperDocument; problems: ClauseProblem[] } {
  const problems: ClauseProblem[] = []
  const resolve = (blocks: readonly Block[], within: readonly string[], prefix: string): Block[] =>
    blocks.flatMap((b): Block[] => {
      const id = b.id && prefix ? `${prefix}.${b.id}` : b.id
      const own = id === b.id ? b : { ...b, id: id! }
      if (own.t === 'list') return [{ ...own, items: own.items.map((i) => resolve(i, within, prefix)) }]
      if (own.t === 'keep') return [{ ...own, content: resolve(own.content, within, prefix) }]
      if (own.t === 'columns') return [{ ...own, columns: own.columns.map((c) => resolve(c, within, prefix)) }]
      if (own.t === 'section' && own.heads)
        return [{ ...own, heads: mapHeads(own.heads, (list) => resolve(list, within, prefix)) }]
      if (own.t === 'table')
        return [
          { ...own, rows: own.rows.map((r) => ({ ...r, cells: r.cells.map((c) => resolve(c, within, prefix)) })) },
        ]
      if (own.t !== 'clause') return [own]
      if (within.includes(own.clause)) {
        problems.push({ clause: own.clause, why: 'circular' })
        return []
      }
      const clause = lookup(own.clause, own.edition)
      if (!clause) {
        problems.push({ clause: own.clause, why: 'missing' })
        return []
      }
      const inside = resolve(clause.body, [...within, own.clause], id ?? own.clause)
      return own.when ? inside.map((x) => ({ ...x, when: x.when ?? own.when! })) : inside
    })
  return { document: mapDocument(document, (blocks) => resolve(blocks, [], '')), problems }
}

/** Whether saving `id` with this body would make it contain itself, through whatever it uses. */
export function wouldCircle(id: string, body: readonly Block[], lookup: ClauseLookup): boolean {
  const seen = new Set<string>()
  const open = clausesOf(body)
  while (open.length > 0) {
    const next = open.pop()!
    if (next === id) return true
    if (seen.has(next)) continue
    seen.add(next)
    open.push(...clausesOf(lookup(next)?.body ?? []))
  }
  return false
}
