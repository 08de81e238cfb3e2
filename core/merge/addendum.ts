import { signatureBlock } from '../document/build'
import type { Block, PaperDocument } from '../document/model'
import { cell, para, run } from '../document/plain'
import { withIds } from '../document/walk'
import { formatDayLong } from '../calendar/dates'
import type { Drift } from './drift'

/**
 * A paper of its own that changes only what differs: what the paper said, and what holds now as a value that follows the
 * record until it is sent. The parties are those of the paper.
 */
export function addendum(paper: PaperDocument, title: string, sentOn: string, drift: readonly Drift[]): PaperDocument {
  const signatures: Block = {
    t: 'columns',
    columns: paper.parties.slice(0, 4).map((p) => signatureBlock(p.key, p.label)),
  }
  return withIds({
    title: `Addendum to the ${title.toLowerCase()}`,
    language: paper.language,
    parties: paper.parties,
    header: paper.header.map((b) => ({ ...b })),
    footer: [],
    body: [
      { t: 'heading', level: 1, content: [run(`Addendum to the ${title.toLowerCase()}`)] },
      para([
        run(
          `This changes the ${title.toLowerCase()} of ${formatDayLong(sentOn)} in what is listed here. Everything else in it stays as it is.`,
        ),
      ]),
      {
        t: 'table',
        columns: [{ width: 130 }, { width: 160 }, { width: 160 }],
        head: [[run('What')], [run('It said')], [run('It now says')]],
        rows: drift.map((d) => ({
          cells: [cell(d.label), cell(d.said), [para([{ t: 'value', path: d.path, fallback: 'nothing' }])]],
        })),
      },
      {
        t: 'keep',
        content: [para([run('By signing, everyone named here agrees to these changes.')]), signatures],
      },
    ],
  })
}
