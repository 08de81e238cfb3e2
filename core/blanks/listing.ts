import type { TextLine } from './lines'

/** What a line of source code has and a line of a form hasn't. */
const CODE =
  /[;{}]\s*$|[=!<>]=|=>|->|:=|^\s*(def|class|function|const|let|var|import|from|public|private|static|return|#include)\b|^\s*(if|for|while|else|elif|switch|try)\b.*[:{]\s*$|\p{L}\w*\([^)]*\)\s*[;:{]\s*$|^\s*(#|\/\/|\/\*)|=\s*(None|null|nil|true|false|True|False)\b|\p{L}_+\p{L}/u

const textOf = (line: TextLine): string => line.parts.map((p) => p.text).join(' ')

/** The lines of listings: source code in which underscores are names and dashes are comments. */
export function listings(lines: readonly TextLine[]): Set<TextLine> {
  const out = new Set<TextLine>()
  let run: TextLine[] = []
  const close = () => {
    const code = run.filter((l) => CODE.test(textOf(l))).length
    if (code >= 3 && code * 2 >= run.length) for (const l of run) out.add(l)
    run = []
  }
  for (const line of lines) {
    const last = run.at(-1)
    const far = last ? (line.base - last.base) / Math.max(line.size, last.size) : 0
    // A listing has empty lines.
    if (far > (CODE.test(textOf(line)) ? 4 : 2.6)) close()
    // A run of prose before the code isn’t part of it.
    if (!run.length && !CODE.test(textOf(line))) continue
    run.push(line)
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
