import { describe, expect, it } from 'vitest'
import { paper } from '../../tests/support/paper'
import { p } from './build'
import type { PaperDocument } from './model'
import { usesOfValue, withoutValue } from './values'

const asked: PaperDocument = {
  ...paper([
    p('The code is {paper.gate}, again {paper.gate}.'),
    { t: 'keep', when: { path: 'paper.gate', is: 'set' }, content: [p('Kept.')] },
    {
      t: 'table',
      columns: [{ width: 1 }],
      head: [[{ t: 'value', path: 'paper.gate' }]],
      rows: [{ cells: [[p('{paper.gate}')]] }],
    },
    p('{client.name}'),
  ]),
  parties: [{ key: 'client', label: 'Client', when: { path: 'paper.gate', is: 'set' } }],
}

describe('a value of a document', () => {
  it('is counted where it is printed and where it decides', () => {
    expect(usesOfValue(asked, 'paper.gate')).toEqual({ printed: 4, decides: 2 })
    expect(usesOfValue(asked, 'client.name')).toEqual({ printed: 1, decides: 0 })
  })
  it('is taken off everywhere, and what it decided stands always; all else stays', () => {
    const without = withoutValue(asked, 'paper.gate')
    expect(usesOfValue(without, 'paper.gate')).toEqual({ printed: 0, decides: 0 })
    expect(usesOfValue(without, 'client.name')).toEqual({ printed: 1, decides: 0 })
    expect(without.body).toHaveLength(asked.body.length)
    expect(JSON.stringify(without)).toContain('Kept.')
    expect(withoutValue(without, 'paper.gate')).toEqual(without)
  })
})
