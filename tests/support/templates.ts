import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { PaperDocument } from '../../core/document/model'
import { wordsOfInlines, walkBlocks } from '../../core/document/walk'
import type { TemplateView } from '../../shared/library'
import type { Caller } from './caller'
import { makeJob, paperOf } from './line'
import { paper } from './paper'

/** What a test of templates and the papers made from them asks for, as whoever `who` is by then. */
export const templatesAs = (who: () => Caller) => ({
  template: (id: string) => who().must<TemplateView>('GET', `/api/templates/${id}`),
  add: async (document: PaperDocument, more: object = {}) =>
    (
      await who().must<{ id: string }>('POST', '/api/templates', {
        name: 'A template',
        kind: 'form',
        document,
        ...more,
      })
    ).id,
  save: (id: string, revision: number, document: PaperDocument) =>
    who().call<{ revision: number; aside: string }>('PATCH', `/api/templates/${id}`, { revision, document }),
  make: async (jobId: string, templateId: string, more: object = {}) =>
    (await who().must<{ id: string }>('POST', `/api/jobs/${jobId}/papers`, { templateId, ...more })).id,
  view: (id: string) => paperOf(who(), id),
  makeJob: async () => (await makeJob(who())).id,
})

/** The words of a document's paragraphs and headings. */
export const says = (d: PaperDocument) =>
  [...walkBlocks(d.body)]
    .flatMap((b) => (b.t === 'paragraph' || b.t === 'heading' ? [wordsOfInlines(b.content)] : []))
    .join('|')

export const SIGN = {
  t: 'field' as const,
  field: { key: 's', type: 'signature' as const, party: 'client', label: 'Signature', required: true },
}

/** What a body is as a paper both sides sign. */
export const both = (body: PaperDocument['body']) =>
  paper([...body, SIGN, { ...SIGN, field: { ...SIGN.field, key: 's2', party: 'business' } }])

/** The text of a PDF, by a tool we did not write. */
export function pdfText(bytes: Uint8Array): string {
  const file = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'a.pdf')
  writeFileSync(file, bytes)
  execFileSync('qpdf', ['--check', file])
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })
}
