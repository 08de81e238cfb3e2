import type { TextLine } from './lines'

/** What a line of source code has and a line of a form hasn't. */
const CODE =
  /[;{}]\s*$|[=!<>]=|=>|->|:=|^\s*(def|class|function|const|let|var|import|from|public|private|static|return|#include)\b|^\s*(if|for|while|else|elif|switch|try)\b.*[:{]\s*$|\p{L}\w*\([^)]*\)\s*[;:{]\s*$|^\s*(#|\/\/|\/\*)|=\s*(None|null|nil|true|false|True|False)\b|\p{L}_+\p{L}/u

/** The words of a line, closed up where they stand close. */
const textOf = (line: TextLine): string =>
  line.parts.reduce((text, p, i) => {
    const before = line.parts[i - 1]
    return text + (before && p.x - (before.x + before.w) > 0.12 * p.size ? ' ' : '') + p.text
  }, '')

/** Nothing but dashes: what sets parts of a listing off. */
const dashed = ({ parts }: TextLine): boolean => parts.every((p) => p.is === 'filler' && p.kind === 'dashes')

/** The lines of listings: source code in which underscores are names and dashes are comments. */
export function listings(lines: readonly TextLine[]): Set<TextLine> {
  const out = new Set<TextLine>()
  let run: { line: TextLine; code: boolean }[] = []
  const close = () => {
    while (run.length && !run.at(-1)!.code && !dashed(run.at(-1)!.line)) run.pop()
    const code = run.filter((l) => l.code).length
    if (code >= 3 && code * 2 >= run.length) for (const l of run) out.add(l.line)
    run = []
  }
  for (const line of lines) {
    const code = CODE.test(textOf(line))
    const last = run.at(-1)
    // A listing has empty lines, and now and then one that could be prose; two of those end it.
    const far = last ? (line.base - last.line.base) / Math.max(line.size, last.line.size) : 0
    if (far > (code ? 4 : 2.6) || (!code && last && !last.code)) close()
    if (code || run.length) run.push({ line, code })
  }
  close()
  return out
}

type Part = TextLine['parts'][number]
/** Whether a run of underscores is the middle of a word, as in `state__before`: letters close on either side. */
export function withinWord(line: TextLine, index: number): boolean {
  const [before, it, after] = [line.parts[index - 1], line.parts[index]!, line.parts[index + 1]]
  const close = (a: Part | undefined, b: Part | undefined) => !!a && !!b && b.x - (a.x + a.w) < 0.12 * it.size
  return close(before, it) && close(it, after) && /[\p{L}\d]$/u.test(before!.text) && /^[\p{L}\d]/u.test(after!.text)
}
