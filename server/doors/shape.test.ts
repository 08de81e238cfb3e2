import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { insistOnShape } from './shape'

const schema = z.object({ id: z.string(), rows: z.array(z.object({ n: z.number() })) })

describe('an answer', () => {
  it('that is what its schema says passes', () => {
    expect(() => insistOnShape(schema, { id: 'a', rows: [{ n: 1 }], gone: undefined })).not.toThrow()
  })

  it('that isn’t names the place', () => {
    expect(() => insistOnShape(schema, { id: 'a', rows: [{ n: '1' }] })).toThrow('rows.0.n')
  })

  it('that says more than its schema knows names the place', () => {
    expect(() => insistOnShape(schema, { id: 'a', rows: [{ n: 1, secret: 'x' }] })).toThrow('rows.0.secret')
  })
})
