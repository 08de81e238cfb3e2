import { field, h } from '../../core/document/build'
import type { Block, PaperDocument } from '../../core/document/model'
import { fieldsOf, withIds } from '../../core/document/walk'
import type { Mark, Marked } from '../../core/marking/model'
import { type MergeContext, type MergeValue, merge } from '../../core/merge/merge'
import { minor } from '../../core/money/money'
import { type PreflightInput, preflight } from '../../core/preflight/preflight'
import { paper } from './paper'

export const value = (
  v: MergeValue['value'],
  path: string,
  type: MergeValue['type'] = 'text',
  label = path,
): MergeValue => ({
  value: v,
  type,
  label,
  source: { path, label, record: 'job', id: 'j1', fact: path.split('.')[1]! },
})
const VALUES = {
  'client.name': value('Ines Marlow', 'client.name'),
  'job.place': value('Orchard House', 'job.place', 'text', 'Place'),
  'job.starts': value('2026-06-12T16:00', 'job.starts', 'local'),
  'job.ends': value('2026-06-14T11:00', 'job.ends', 'local'),
  'money.total': value(minor(86856), 'money.total', 'amount'),
  'money.balance.due': value('2026-06-10', 'money.balance.due', 'day'),
  'guest.under18': value(false, 'guest.under18'),
  'guest.born': value(null, 'guest.born'),
  'job.young': value('0', 'job.young'),
}
export const sign = (party: string): Block => field({ key: `${party}-s`, type: 'signature', party, label: 'Signature' })
export interface Scene {
  kind?: string
  body?: Block[]
  parties?: PaperDocument['parties']
  values?: Record<string, MergeValue>
  job?: Partial<NonNullable<PreflightInput['job']>> | null
  over?: Partial<PreflightInput>
}

/** What preflight says of a paper that could go, but for what a scene changes about it. */
export function notes({ kind = 'contract', body = [], parties, values = {}, job = {}, over = {} }: Scene) {
  const template = withIds(
    paper([h(1, 'Agreement'), ...body, sign('client'), sign('business')], parties ? { parties } : {}),
  )
  const context: MergeContext = { values: { ...VALUES, ...values }, lists: { guests: [] }, currency: 'GBP' }
  const { document, gaps } = merge(template, context)
  const people = document.parties.map((x) => ({ party: x.key, name: `Person ${x.key}`, email: `${x.key}@example.com` }))
  return preflight({
    kind,
    template,
    document,
    gaps,
    fields: fieldsOf(document),
    clauseProblems: [],
    context,
    overflows: [],
    job:
      job === null
        ? null
        : {
            people,
            lapsesAt: null,
            day: '2026-06-12',
            today: '2026-06-01',
            total: 86856,
            invoiced: true,
            figures: {} as never,
            otherClients: ['Wanda Keel', 'Bo'],
            ...job,
          },
    ...over,
  })
}
export const TEXT = { type: 'text' as const, party: 'client', label: 'Words' }
export const blank = (id: string, more: Partial<Mark> = {}): Mark => ({
  id,
  page: 1,
  x: 50,
  y: 100,
  w: 120,
  h: 16,
  state: 'settled',
  from: 'found',
  why: '',
  confidence: 0.9,
  field: { key: id, type: 'text', party: 'client', label: `Blank ${id}`, required: true },
  ...more,
})
export const onTable = (marks: Mark[]): Marked => ({
  sha: '0'.repeat(64),
  name: 'form.pdf',
  pages: [{ w: 595, h: 842 }],
  marks,
  strikes: [],
  read: 1,
  removed: [],
  unplaced: [],
})
export const BUSINESS_BLOCK = ['x', 'y'].map((id) =>
  blank(id, { foundParty: 'business', field: { key: id, type: 'text', party: 'business', label: id, required: true } }),
)
export const GUEST = [{ key: 'guest', label: 'Guest' }]
export const client = { party: 'client', name: 'Ines', email: 'ines@marlow.example' }

/** Each case: the rule that speaks, a paper it speaks about, and a near one of which it says nothing. */
