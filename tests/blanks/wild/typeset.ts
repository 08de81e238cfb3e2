import type { Asked, Block, Form } from './form'
import { SIGN, addressOf } from './html'

type Signed = Extract<Block, { is: 'sign' }>
/** Labels, their blanks and what is between people, row by row: for the tools that set text. */
const rowsOf = (form: Form, b: Signed): [string, Asked][][] => {
  const w = SIGN[form.lang]
  return b.people.flatMap((p): [string, Asked][][] => [
    [[`${w.signature} (${p.role}):`, p.signature], ...(p.date ? [[`${w.date}:`, p.date] as [string, Asked]] : [])],
    ...(p.name ? [[[`${w.name}:`, p.name] as [string, Asked]]] : []),
  ])
}

/** A form for LaTeX, in one of its classes. */
export function toLatex(form: Form, kind: 'article' | 'scrartcl'): string {
  const { family: f } = form
  const esc = (s: string) =>
    s
      .replace(/[\\{}#$%&_^~]/g, (c) =>
        c === '\\' ? '\\textbackslash{}' : `\\${c}${c === '^' || c === '~' ? '{}' : ''}`,
      )
      .replace(/€/g, '\\texteuro{}')
      .replace(/£/g, '\\pounds{}')
  const link = (b: Asked, inner: string) => `\\href{${addressOf(b.id)}}{${inner}}`
  const place = (b: Asked, pt: number): string => {
    if (b.type === 'checkbox')
      return link(b, f.tick === 'brackets' ? '[\\hspace{9pt}]' : '\\fbox{\\rule{0pt}{5pt}\\rule{5pt}{0pt}}')
    const fill = {
      underscores: '\\hrulefill',
      rule: '\\hrulefill',
      dots: '\\dotfill',
      dotted: '\\dotfill',
      box: '\\hrulefill',
      white: '\\hfill',
    }[f.ink]
    return f.ink === 'box'
      ? link(b, `\\fbox{\\makebox[${pt}pt]{\\strut}}`)
      : link(b, `\\makebox[${pt}pt]{\\strut${fill}}`)
  }
  const table = (spec: string, rows: string[], rules: boolean) =>
    `\\par\\medskip\\noindent\\begin{tabular}{${spec}}${rules ? '\\hline ' : ''}${rows.map((r) => `${r}\\\\${rules ? '\\hline' : ''}`).join('\n')}\\end{tabular}\\par\\medskip`
  const block = (b: Block): string => {
    switch (b.is) {
      case 'title':
        return `\\section*{${esc(b.text)}}`
      case 'heading':
        return `\\subsection*{${esc(b.text)}}`
      case 'para':
        return `${esc(b.text)}\\par`
      case 'note':
        return `\\fbox{\\parbox{0.9\\linewidth}{${esc(b.text)}}}\\par`
      case 'sentence':
        return `{\\linespread{1.5}\\selectfont ${b.parts.map((p) => (typeof p === 'string' ? esc(p) : place(p, p.type === 'text' ? 90 : p.type === 'date' ? 80 : 150))).join('')}\\par}`
      case 'fields':
        if (f.label === 'grid' || f.label === 'inside')
          return table(
            '|p{120pt}|p{260pt}|',
            b.rows.map((r) => `${esc(r.label)} & ${link(r.blank, '\\makebox[258pt]{\\strut}')}`),
            true,
          )
        if (f.label === 'over')
          return b.rows.map((r) => `${esc(r.label)}\\\\[4pt]${place(r.blank, 260)}\\par\\medskip`).join('\n')
        if (f.label === 'under')
          return b.rows
            .map((r) => `\\bigskip${place(r.blank, 240)}\\\\{\\footnotesize ${esc(r.label)}}\\par`)
            .join('\n')
        if (f.label === 'pair') {
          const cells = b.rows.map((r) => `${esc(r.label)} ${place(r.blank, 90)}`)
          return table(
            '@{}p{0.48\\linewidth}p{0.48\\linewidth}',
            Array.from(
              { length: Math.ceil(cells.length / 2) },
              (_, i) => `${cells[2 * i]} & ${cells[2 * i + 1] ?? ''}`,
            ),
            false,
          )
        }
        return b.rows
          .map((r) => `${esc(r.label)}: ${place(r.blank, 220)}${f.ink === 'white' ? '.' : ''}\\par`)
          .join('\n')
      case 'ticks':
        return `${esc(b.ask)}\\\\ ${b.options.map((o) => `${place(o.blank, 9)} ${esc(o.text)}`).join(' \\qquad ')}\\par\\medskip`
      case 'initial':
        return `${esc(b.text)} \\quad ${esc(b.label)}: ${place(b.blank, 40)}\\par`
      case 'table': {
        const wide = Math.floor(380 / b.heads.length)
        return table(
          `|${b.heads.map(() => `p{${wide}pt}|`).join('')}`,
          [
            b.heads.map((h) => `\\textbf{${esc(h)}}`).join(' & '),
            ...b.rows.map((r) => r.map((c) => link(c, `\\makebox[${wide - 2}pt]{\\strut}`)).join(' & ')),
          ],
          true,
        )
      }
      case 'filled':
        return table(
          b.rows[0]!.map(() => 'l').join(''),
          b.rows.map((r) => r.map(esc).join(' & ')),
          !b.shaded,
        )
      case 'leaders':
        return b.rows.map(([a, z]) => `\\noindent ${esc(a)} \\dotfill{} ${esc(z)}\\par`).join('\n')
      case 'listing':
        return `\\begin{verbatim}\n${b.lines.join('\n')}\n\\end{verbatim}`
      case 'columns':
        return `\\noindent\\begin{minipage}[t]{0.47\\linewidth}${esc(b.left)}\\end{minipage}\\hfill\\begin{minipage}[t]{0.47\\linewidth}${esc(b.right)}\\end{minipage}\\par\\medskip`
      case 'chart':
        return `\\begin{picture}(220,100)\\put(0,0){\\line(1,0){220}}\\put(0,0){\\line(0,1){90}}${b.values.map((v, i) => `\\put(${12 + i * 40},0){\\framebox(24,${v}){}}`).join('')}\\end{picture}\\par`
      case 'line':
        return '\\noindent\\hrulefill\\par'
      case 'sign': {
        const rows = rowsOf(form, b)
        if (f.sign === 'columns' || f.sign === 'table') {
          const w = SIGN[form.lang]
          const named = !!b.people[0]!.name
          const heads = ['', ...(named ? [w.name] : []), w.signature, w.date]
          const wide = Math.floor(370 / heads.length)
          return table(
            `|${heads.map(() => `p{${wide}pt}|`).join('')}`,
            [
              heads.map(esc).join(' & '),
              ...b.people.map((p) =>
                [
                  esc(p.role),
                  ...[p.name, p.signature, p.date].flatMap((a) =>
                    a ? [link(a, `\\makebox[${wide - 2}pt]{\\rule{0pt}{20pt}}`)] : [],
                  ),
                ].join(' & '),
              ),
            ],
            true,
          )
        }
        return rows
          .map(
            (r) =>
              `\\bigskip ${r.map(([said, a]) => `${esc(said)} ${place(a, a.type === 'date' ? 70 : 140)}`).join(' \\quad ')}\\par`,
          )
          .join('\n')
      }
    }
  }
  const style = form.running ? `\\pagestyle{myheadings}\\markright{${esc(form.running.head)}}` : '\\pagestyle{plain}'
  return `\\documentclass[a4paper,${form.size < 10.5 ? 10 : 11}pt]{${kind}}
\\usepackage[T1]{fontenc}\\usepackage[utf8]{inputenc}\\usepackage{textcomp,lmodern}
\\usepackage[margin=24mm]{geometry}\\usepackage[pdfborder={0 0 0}]{hyperref}
\\setlength{\\parindent}{0pt}\\setlength{\\parskip}{5pt}${style}\\tolerance=3000
\\begin{document}
${form.blocks.map(block).join('\n\n')}
\\end{document}
`
}

/** A form for groff, in its manuscript macros. */
export function toGroff(form: Form): string {
  const { family: f } = form
  const esc = (s: string) =>
    s
      .replace(/\\/g, '\\e')
      .replace(/^([.'])/, '\\&$1')
      .replace(/"/g, '\\(dq')
      .replace(/“/g, '\\(lq')
      .replace(/”/g, '\\(rq')
      .replace(/’/g, '\\(cq')
  /** A blank among words, closed up with what follows it. */
  const place = (b: Asked, pt: number, after = ''): string => {
    const ink =
      b.type === 'checkbox'
        ? f.tick === 'brackets'
          ? "[\\h'9p']"
          : '\\[sq]'
        : f.ink === 'dots' || f.ink === 'dotted'
          ? `\\l'${pt}p.'`
          : f.ink === 'white'
            ? `\\h'${pt}p'`
            : f.ink === 'underscores'
              ? '_'.repeat(Math.round(pt / 5))
              : `\\l'${pt}p'`
    return `\n.pdfhref W -D "${addressOf(b.id)}"${after ? ` -A "${after}"` : ''} -- "${ink}"\n`
  }
  const row = (pairs: [string, Asked][]) =>
    `.LP\n${pairs.map(([said, a]) => `${esc(said)}${place(a, a.type === 'date' ? 70 : a.type === 'text' || a.type === 'name' ? 200 : 130)}`).join('')}`
  const block = (b: Block): string => {
    switch (b.is) {
      case 'title':
        return `.SH\n\\s+4${esc(b.text)}\\s0`
      case 'heading':
        return `.SH\n${esc(b.text)}`
      case 'para':
      case 'note':
        return `.LP\n${esc(b.text)}`
      case 'sentence':
        return `.LP\n${b.parts
          .map((p, i) => {
            if (typeof p === 'string') return esc(i === 0 ? p : p.replace(/^[^\s]+/, '').trimStart())
            const next = b.parts[i + 1]
            return place(
              p,
              p.type === 'text' ? 90 : p.type === 'date' ? 80 : 150,
              typeof next === 'string' ? (/^[^\s]+/.exec(next)?.[0] ?? '').replace(/["\\]/g, '') : '',
            )
          })
          .join('')}`
      case 'fields':
        return b.rows.map((r) => row([[`${r.label}:`, r.blank]])).join('\n')
      case 'ticks':
        return `.LP\n${esc(b.ask)}\n.br\n${b.options.map((o) => `${place(o.blank, 9)}${esc(o.text)}\n`).join('')}`
      case 'initial':
        return `.LP\n${esc(b.text)}\n${esc(b.label)}:${place(b.blank, 40)}`
      case 'table':
        return b.rows.map((r) => row(r.map((c, i): [string, Asked] => [`${b.heads[i]}:`, c]).slice(0, 2))).join('\n')
      case 'filled':
        return `.TS\n${b.shaded ? '' : 'allbox;\n'}${b.rows[0]!.map(() => 'l').join(' ')}.\n${b.rows.map((r) => r.map(esc).join('\t')).join('\n')}\n.TE`
      case 'leaders':
        return `.LP\n.ta 440pR\n.nf\n${b.rows.map(([a, z]) => `${esc(a)} \\a\\t${esc(z)}`.replace('\\a\\t', '\u0001')).join('\n')}\n.fi`
      case 'listing':
        return `.DS\n.ft C\n${b.lines.map((l) => esc(l) || '\\&').join('\n')}\n.ft R\n.DE`
      case 'columns':
        return `.LP\n${esc(b.left)}\n.LP\n${esc(b.right)}`
      case 'chart':
        return ''
      case 'line':
        return ".LP\n\\l'440p'"
      case 'sign':
        return rowsOf(form, b).map(row).join('\n')
    }
  }
  return `.fp 1 R\n.nr PS ${Math.round(form.size)}\n.nr VS ${Math.round(form.size * 1.4)}\n.nr PO 60p\n.nr LL 460p\n.ds CH ${form.running ? esc(form.running.head) : ''}\n.ds CF ${form.running?.foot ? '\\n(PN' : ''}\n${form.blocks.map(block).join('\n')}\n`.replace(
    /\n{2,}/g,
    '\n',
  )
}

/** A form as typed on a typewriter; the blanks are told by their order, where `false` is something that only looks like one. */
export function toTyped(form: Form): { text: string; order: (Asked | false)[] } {
  const order: (Asked | false)[] = []
  const out: string[] = []
  const bar = (b: Asked, n: number) => {
    order.push(b)
    return b.type === 'checkbox' ? '[__]' : '_'.repeat(n)
  }
  const wrap = (s: string) => {
    let at = ''
    for (const word of s.split(' ')) {
      if (at && at.length + word.length > 84) {
        out.push(at)
        at = ''
      }
      at = at ? `${at} ${word}` : word
    }
    out.push(at, '')
  }
  for (const b of form.blocks)
    switch (b.is) {
      case 'title':
        out.push(b.text.toUpperCase(), '='.repeat(b.text.length), '')
        break
      case 'heading':
        out.push('', b.text, '-'.repeat(b.text.length))
        break
      case 'para':
      case 'note':
        wrap(b.text)
        break
      case 'sentence':
        wrap(b.parts.map((p) => (typeof p === 'string' ? p : bar(p, p.type === 'text' ? 16 : 24))).join(''))
        break
      case 'fields':
        for (const r of b.rows) out.push(`${r.label}: ${bar(r.blank, 40)}`, '')
        break
      case 'ticks':
        out.push(b.ask, b.options.map((o) => `${bar(o.blank, 2)} ${o.text}`).join('   '), '')
        break
      case 'initial':
        wrap(`${b.text} ${b.label}: ${bar(b.blank, 8)}`)
        break
      case 'table':
        for (const r of b.rows) {
          const cells = r.map((c, i) => `${b.heads[i]}: ${bar(c, 12)}`)
          for (let i = 0; i < cells.length; i += 2) out.push(cells.slice(i, i + 2).join('  '))
          out.push('')
        }
        break
      case 'filled':
        for (const r of b.rows) out.push(r.map((c) => c.padEnd(24)).join(''))
        out.push('')
        break
      case 'leaders':
        for (const [a, z] of b.rows) out.push(`${a} ${'.'.repeat(78 - a.length - z.length)} ${z}`)
        out.push('')
        break
      case 'listing':
        for (const l of b.lines) {
          if (/_{3}/.test(l)) order.push(false)
          out.push(l)
        }
        break
      case 'columns':
        wrap(b.left)
        wrap(b.right)
        break
      case 'line':
        out.push('-'.repeat(84), '')
        break
      case 'chart':
        break
      case 'sign':
        for (const r of rowsOf(form, b))
          out.push('', r.map(([said, a]) => `${said} ${bar(a, a.type === 'date' ? 14 : 26)}`).join('  '))
    }
  return { text: out.join('\n'), order }
}
