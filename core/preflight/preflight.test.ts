import { describe, expect, it } from 'vitest'
import type { FieldSpec } from '../document/model'
import { type PreflightInput, preflight } from './preflight'

const signature: FieldSpec = { key: 's', type: 'signature', party: 'client', label: 'Signature', required: true }
const good: PreflightInput = {
  kind: 'contract',
  gaps: [],
  people: [{ party: 'client', name: 'Ines Marlow', email: 'ines@marlow.example' }],
  fields: [signature],
  lapsesAt: null,
  jobDay: '2026-06-12',
  today: '2026-06-01',
  total: 100,
}

describe('preflight', () => {
  it('has nothing to say of a paper that can go', () => expect(preflight(good)).toEqual([]))

  it.each<[string, Partial<PreflightInput>, 'stop' | 'warn', string]>([
    [
      'a gap',
      {
        gaps: [
          {
            path: 'job.place',
            label: 'Place',
            unknown: false,
            source: { path: 'job.place', label: 'Place', record: 'job', id: 'j', fact: 'place' },
          },
        ],
      },
      'stop',
      'Place is missing.',
    ],
    [
      'a value no record has',
      { gaps: [{ path: 'job.moon', label: 'job.moon', unknown: true, source: null }] },
      'stop',
      'which no record has',
    ],
    ['nobody bound', { people: [{ party: 'client', name: '', email: '' }] }, 'stop', 'Nobody stands for client yet.'],
    ['no e-mail address', { people: [{ party: 'client', name: 'Ines', email: '' }] }, 'warn', 'has no e-mail address'],
    ['nowhere to sign', { fields: [] }, 'stop', 'has nowhere to sign'],
    ['a deadline gone by', { lapsesAt: '2026-05-01T10:00:00Z' }, 'stop', 'The deadline has passed already.'],
    ['a deadline after the day', { lapsesAt: '2026-07-01T10:00:00Z' }, 'warn', 'after the job’s day'],
    ['a day in the past', { jobDay: '2026-05-01' }, 'warn', 'in the past'],
    ['a total of nothing', { total: 0 }, 'warn', 'The total is 0.'],
  ])('%s', (_, over, severity, words) => {
    expect(preflight({ ...good, ...over })).toContainEqual(
      expect.objectContaining({ severity, words: expect.stringContaining(words) }),
    )
  })
})
