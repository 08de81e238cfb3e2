import { preflight } from '../../core/preflight/preflight'
import { merge } from '../../core/merge/merge'
import { fieldMarks } from '../../core/marking/model'
import type { MarkingView } from '../../shared/marking'
import { type Loaded, type OnTable, loadTable } from '../marking/table'
import { preparePaper, sheetOf, preflightOf } from '../papers/prepare'
import { sampleContext } from './sample'

export async function markingView(on: OnTable): Promise<MarkingView> {
  const table = await loadTable(on)
  const { marked, document } = table
  const common = {
    id: on.id,
    title: table.title,
    kind: table.kind,
    state: table.state,
    revision: table.revision,
    marked,
    parties: document.parties,
  }
  if (table.paper) {
    const prepared = await preparePaper(table.paper, false)
    const sheet = await sheetOf(prepared)
    const { loaded, context } = prepared
    return {
      ...common,
      people: Object.fromEntries(sheet.filter((s) => s.name).map((s) => [s.party, s.name])),
      job: {
        id: loaded.job.id,
        title: loaded.job.title,
        client: loaded.client?.name ?? '',
        version: loaded.job.version,
      },
      context,
      preflight: table.state === 'draft' ? await preflightOf(prepared, sheet, null) : [],
    }
  }
  const { context } = await sampleContext(null, document.asks ?? [], table.kind, document.language)
  return { ...common, people: {}, job: null, context, preflight: templateNotes(table, context) }
}

function templateNotes(table: Loaded, context: MarkingView['context']): MarkingView['preflight'] {
  const { document } = merge(table.document, context)
  return preflight({
    kind: table.kind,
    template: table.document,
    document,
    gaps: [],
    fields: fieldMarks(table.marked).map((m) => m.field),
    clauseProblems: [],
    context,
    overflows: [],
    job: null,
    marked: table.marked,
  })
}
