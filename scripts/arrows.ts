import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'
import ts from 'typescript'

/** One import: from which file to which, both from the root of the repository. */
export interface Arrow {
  from: string
  to: string
}

const ENDS = ['', '.ts', '.vue', '.mjs', '/index.ts']
const isFile = (path: string) => existsSync(path) && statSync(path).isFile()

/** What a file imports, as it is written there: types too, and what is imported while it runs. */
function importsOf(path: string): string[] {
  const text = readFileSync(path, 'utf8')
  const code = path.endsWith('.vue')
    ? [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)].map((m) => m[1]).join('\n')
    : text
  return ts.preProcessFile(code, true, true).importedFiles.map((f) => f.fileName)
}

/** Every import between files of ours under these folders, tests left out. */
export function arrowsIn(folders: readonly string[]): Arrow[] {
  const arrows: Arrow[] = []
  for (const folder of folders)
    for (const name of (readdirSync(folder, { recursive: true }) as string[]).sort()) {
      const from = join(folder, name)
      if (!/\.(ts|vue)$/.test(name) || /\.test\.ts$/.test(name) || !isFile(from)) continue
      for (const spec of importsOf(from)) {
        const base = spec.startsWith('~~/')
          ? spec.slice(3)
          : spec.startsWith('~/')
            ? join('app', spec.slice(2))
            : spec.startsWith('.')
              ? normalize(join(dirname(from), spec))
              : null
        const to = base && ENDS.map((e) => base + e).find(isFile)
        if (to) arrows.push({ from, to })
      }
    }
  return arrows
}

/** The groups of names that lead back to themselves along the arrows, each sorted: Tarjan's strongly connected components. */
export function circles(arrows: readonly Arrow[]): string[][] {
  const next = new Map<string, string[]>()
  for (const { from, to } of arrows) if (from !== to) next.set(from, [...(next.get(from) ?? []), to])
  const index = new Map<string, number>()
  const low = new Map<string, number>()
  const stack: string[] = []
  const out: string[][] = []
  const visit = (v: string): void => {
    index.set(v, index.size)
    low.set(v, index.get(v)!)
    stack.push(v)
    for (const w of next.get(v) ?? [])
      if (!index.has(w)) {
        visit(w)
        low.set(v, Math.min(low.get(v)!, low.get(w)!))
      } else if (stack.includes(w)) low.set(v, Math.min(low.get(v)!, index.get(w)!))
    if (low.get(v) !== index.get(v)) return
    const group = stack.splice(stack.indexOf(v))
    if (group.length > 1) out.push(group.sort())
  }
  for (const v of next.keys()) if (!index.has(v)) visit(v)
  return out
}
