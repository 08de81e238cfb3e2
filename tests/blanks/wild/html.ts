import type { Asked, Block, Form } from './form'

/** Which part of HTML a producer understands: boxes and rules of every make, or words and tables alone. */
export type Reads = 'all' | 'words'
const esc = (s: string) => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;')
/** A blank is a link that leads nowhere: whoever prints it writes down where it stands. */
export const addressOf = (id: number) => `http://blank.example/${id}`
const link = (b: Asked, inner: string, style = '') =>
  `<a href="${addressOf(b.id)}"${style ? ` style="${style}"` : ''}>${inner}</a>`

/** A form as HTML. */
export function toHtml(form: Form, reads: Reads): string {
  const { family: f } = form
  const ink = reads === 'words' && f.ink !== 'dots' ? 'underscores' : f.ink
  const label = reads === 'words' && f.label !== 'pair' ? 'after' : f.label
  const sign = reads === 'words' && f.sign !== 'columns' ? 'rows' : f.sign
  /** A place to write on of about so many points. */
  const place = (b: Asked, points: number, block = false): string => {
    if (b.type === 'checkbox') return tick(b)
    if (ink === 'underscores' || (ink === 'white' && reads === 'words'))
      return link(b, '_'.repeat(Math.round(points / (0.5 * form.size))))
    if (ink === 'dots') return link(b, '.'.repeat(Math.round(points / (0.278 * form.size))))
    const border = {
      rule: 'border-bottom:0.8px solid #222',
      dotted: 'border-bottom:1px dotted #222',
      box: 'border:0.8px solid #333',
      white: '',
    }[ink]
    const h = ink === 'box' ? 20 : 15
    return link(
      b,
      '&nbsp;',
      `display:${block ? 'block' : 'inline-block'};${block ? '' : `width:${points}pt;`}height:${h}px;${border}`,
    )
  }
  const tick = (b: Asked): string =>
    f.tick === 'brackets'
      ? link(b, '[&nbsp;&nbsp;&nbsp;]')
      : f.tick === 'glyph' || reads === 'words'
        ? link(b, '☐', 'font-family:DejaVu Sans')
        : link(b, '&nbsp;', 'display:inline-block;width:11px;height:11px;border:1px solid #222')
  const stop = ink === 'white' ? '.' : ''
  const bars = reads === 'words' && form.n % 2 ? ' border="1"' : ''
  const block = (b: Block): string => {
    switch (b.is) {
      case 'title':
        return `<h1>${esc(b.text)}</h1>`
      case 'heading':
        return `<h2>${esc(b.text)}</h2>`
      case 'para':
        return `<p>${esc(b.text)}</p>`
      case 'note':
        return reads === 'all' ? `<p class="note">${esc(b.text)}</p>` : `<p><i>${esc(b.text)}</i></p>`
      case 'sentence':
        return `<p style="line-height:1.9">${b.parts.map((p) => (typeof p === 'string' ? esc(p) : place(p, p.type === 'text' ? 90 : p.type === 'date' ? 80 : 150))).join('')}</p>`
      case 'fields':
        return fields(b)
      case 'ticks':
        return `<p>${esc(b.ask)}<br>${b.options.map((o) => `${tick(o.blank)} ${esc(o.text)}`).join(' &nbsp;&nbsp; ')}</p>`
      case 'initial':
        return `<p>${esc(b.text)} &nbsp; ${esc(b.label)}: ${place(b.blank, 40)}</p>`
      case 'sign':
        return signed(b)
      case 'table':
        return `<table class="grid"${bars}><tr>${b.heads.map((h) => `<th>${esc(h)}</th>`).join('')}</tr>${b.rows
          .map(
            (r) =>
              `<tr>${r.map((c) => `<td>${reads === 'words' ? place(c, 110 / b.heads.length) : link(c, '&nbsp;', 'display:block;height:17px')}</td>`).join('')}</tr>`,
          )
          .join('')}</table>`
      case 'filled':
        return `<table class="${b.shaded ? 'shaded' : 'lined'}">${b.rows.map((r) => `<tr>${r.map((c) => `<td>${esc(c)}</td>`).join('')}</tr>`).join('')}</table>`
      case 'leaders':
        return b.rows
          .map(
            ([a, z]) => `<p class="tight">${esc(a)} ${'.'.repeat(Math.max(8, 90 - a.length - z.length))} ${esc(z)}</p>`,
          )
          .join('')
      case 'listing':
        return `<pre>${esc(b.lines.join('\n'))}</pre>`
      case 'columns':
        return `<table class="text"><tr><td>${esc(b.left)}</td><td>${esc(b.right)}</td></tr></table>`
      case 'chart':
        return reads === 'words'
          ? ''
          : `<div class="chart">${b.values.map((v) => `<span style="height:${v}px"></span>`).join('')}</div><p class="tight small">1 &nbsp; 2 &nbsp; 3 &nbsp; 4 &nbsp; 5</p>`
      case 'line':
        return '<hr>'
    }
  }
  const fields = (b: Extract<Block, { is: 'fields' }>): string => {
    const row = (r: (typeof b.rows)[number]) => {
      if (label === 'over') return `<p class="tight">${esc(r.label)}</p><p class="tight">${place(r.blank, 260)}</p>`
      if (label === 'under')
        return `<p class="tight" style="margin-top:10px">${place(r.blank, 240)}<br><small>${esc(r.label)}</small></p>`
      return `<p>${esc(r.label)}: ${place(r.blank, 220)}${stop}</p>`
    }
    if (label === 'grid')
      return `<table class="grid">${b.rows.map((r) => `<tr><td style="width:34%">${esc(r.label)}</td><td>${link(r.blank, '&nbsp;', 'display:block;height:17px')}</td></tr>`).join('')}</table>`
    if (label === 'inside') {
      const cells = b.rows.map(
        (r) => `<td><small>${esc(r.label)}</small>${link(r.blank, '&nbsp;', 'display:block;height:19px')}</td>`,
      )
      const pairs = Array.from(
        { length: Math.ceil(cells.length / 2) },
        (_, i) => `<tr>${cells[2 * i]}${cells[2 * i + 1] ?? '<td style="background:#ddd">&nbsp;</td>'}</tr>`,
      )
      return `<table class="grid half">${pairs.join('')}</table>`
    }
    if (label === 'pair') {
      const cells = b.rows.map((r) => `<td>${esc(r.label)} ${place(r.blank, 120)}</td>`)
      const pairs = Array.from(
        { length: Math.ceil(cells.length / 2) },
        (_, i) => `<tr>${cells[2 * i]}${cells[2 * i + 1] ?? '<td></td>'}</tr>`,
      )
      return `<table class="text">${pairs.join('')}</table>`
    }
    return b.rows.map(row).join('')
  }
  const signed = (b: Extract<Block, { is: 'sign' }>): string => {
    const w = TONGUE_SIGN[form.lang]
    if (sign === 'rows')
      return b.people
        .map(
          (p) =>
            `<p>${esc(w.signature)} (${esc(p.role)}): ${place(p.signature, 150)} ${p.date ? `${esc(w.date)}: ${place(p.date, 70)}` : ''}</p>${p.name ? `<p>${esc(w.name)}: ${place(p.name, 150)}</p>` : ''}`,
        )
        .join('')
    if (sign === 'columns')
      return `<table class="text">${`<tr>${b.people
        .map(
          (p) =>
            `<td><b>${esc(p.role)}</b><br><br>${esc(w.signature)}: ${place(p.signature, 95)}${p.name ? `<br><br>${esc(w.name)}: ${place(p.name, 95)}` : ''}${p.date ? `<br><br>${esc(w.date)}: ${place(p.date, 95)}` : ''}</td>`,
        )
        .join('')}</tr>`}</table>`
    if (sign === 'captions')
      return b.people
        .map((p) => {
          const all: [Asked | null, string][] = [
            [p.signature, `${w.signature} ${p.role}`],
            [p.name, w.name],
            [p.date, w.date],
          ]
          return `<table class="text"><tr>${all.flatMap(([a, words]) => (a ? [`<td style="padding-top:22px">${place(a, 130, true)}<small>${esc(words)}</small></td>`] : [])).join('')}</tr></table>`
        })
        .join('')
    return `<table class="grid"><tr><th></th>${b.people[0]!.name ? `<th>${esc(w.name)}</th>` : ''}<th>${esc(w.signature)}</th><th>${esc(w.date)}</th></tr>${b.people
      .map(
        (p) =>
          `<tr><td>${esc(p.role)}</td>${[p.name, p.signature, p.date].flatMap((a) => (a ? [`<td>${link(a, '&nbsp;', 'display:block;height:24px')}</td>`] : [])).join('')}</tr>`,
      )
      .join('')}</table>`
  }
  const face = ['Liberation Sans, Arial, sans-serif', 'Liberation Serif, serif', 'DejaVu Sans, sans-serif'][form.n % 3]!
  const head = form.running ? `<div class="running">${esc(form.running.head)}</div>` : ''
  return `<!doctype html><html lang="${form.lang}"><head><meta charset="utf-8"><style>
@page{size:A4;margin:18mm}body{font:${form.size}pt/1.35 ${face};color:#111;margin:0}a{color:inherit;text-decoration:none}
h1{font-size:150%}h2{font-size:115%;margin:14px 0 4px}p{margin:7px 0}.tight{margin:2px 0}.small,small{font-size:78%}
table{width:100%;border-collapse:collapse;margin:8px 0}.grid td,.grid th{border:0.8px solid #444;padding:2px 4px;text-align:left;vertical-align:top}
.half td{width:50%}.lined td{border-bottom:0.8px solid #777;padding:3px}.shaded tr:nth-child(odd) td{background:#e6e6e6}.shaded td{padding:3px}
.text td{vertical-align:top;padding:3px 12px 3px 0}.note{border:1px solid #777;padding:8px;background:#f4f4f4}
pre{border:1px solid #aaa;padding:6px;font-size:85%}.chart{border-left:1px solid #333;border-bottom:1px solid #333;height:90px;width:220px}
.chart span{display:inline-block;width:26px;margin:0 8px;border:1px solid #555}.running{border-bottom:0.8px solid #333;font-size:80%;margin-bottom:14px}
</style></head><body>${head}${form.blocks.map(block).join('\n')}</body></html>`
}

const TONGUE_SIGN = {
  en: { signature: 'Signature', name: 'Print name', date: 'Date' },
  de: { signature: 'Unterschrift', name: 'Name', date: 'Datum' },
  fr: { signature: 'Signature', name: 'Nom', date: 'Date' },
  es: { signature: 'Firma', name: 'Nombre', date: 'Fecha' },
}
export const SIGN = TONGUE_SIGN
