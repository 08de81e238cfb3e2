import { resolveClauses } from '../../core/document/clauses'
import { withIds } from '../../core/document/walk'
import { merge } from '../../core/merge/merge'
import { clausesIn } from '../../shared/library'
import { getBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { renderPaper } from '../files/pool'
import { theBusiness } from '../records/business'
import { type OutFile, fileOf } from './paper-files'
import { loadTemplate } from '../templates/templates'
import { templateView } from './templates'

/** A template taken out, shown with the same job as in the writing room; JSON is what is written. */
export async function templateFileAs(id: string, as: 'pdf' | 'docx' | 'html' | 'json'): Promise<OutFile> {
  const { marked, name } = await loadTemplate(id)
  if (marked && as === 'pdf') return { bytes: await getBlob(marked.sha), name: `${name}.pdf`, type: 'application/pdf' }
  const view = await templateView(id)
  const { document: whole } = resolveClauses(view.document, clausesIn(view))
  // Taken out for another Upwold, a template has to stand without this one's clauses.
  const written = { kind: view.kind, name: view.name, document: withIds(whole) }
  const { document } = merge({ ...whole, title: view.name }, view.context)
  if (as !== 'pdf') return fileOf(as, written, document, view.figures)
  const { pdf } = await renderPaper({ document, figures: view.figures, at: now(), author: (await theBusiness()).name })
  return { bytes: pdf, name: `${view.name}.pdf`, type: 'application/pdf' }
}
