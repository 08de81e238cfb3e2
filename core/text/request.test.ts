import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headersOf, templateProblem, textRequest } from './request'

const JSON_BODY = '{"recipient": "{to}", "sender": "{from}", "message": {"body": "{text}"}}'
const FORM_BODY = 'to={to}&from={from}&body={text}'
const values = fc.record({ to: fc.string(), from: fc.string(), text: fc.string({ unit: 'binary' }) })

describe('a request that carries a text message', () => {
  it('says just what was written, whatever that is', () => {
    fc.assert(
      fc.property(values, (v) => {
        expect(JSON.parse(textRequest(JSON_BODY, 'json', v))).toEqual({
          recipient: v.to,
          sender: v.from,
          message: { body: v.text },
        })
      }),
    )
    const formed = fc.record({ to: fc.string(), from: fc.string(), text: fc.string({ unit: 'grapheme' }) })
    fc.assert(
      fc.property(formed, (v) => {
        const read = new URLSearchParams(textRequest(FORM_BODY, 'form', v))
        expect([read.get('to'), read.get('from'), read.get('body')]).toEqual([v.to, v.from, v.text])
      }),
    )
  })
  it('is refused where it would not be one', () => {
    expect(templateProblem(JSON_BODY, 'json')).toBeNull()
    expect(templateProblem(FORM_BODY, 'form')).toBeNull()
    expect(templateProblem('{"to": "{to}"}', 'json')).toContain('{text}')
    expect(templateProblem('{"to": {to}, "text": {text}}', 'json')).toContain('not JSON')
  })
  it('has headers that are headers, and none that says how it travels', () => {
    expect(headersOf('Authorization: Bearer abc\n\nX-Key: 1')).toEqual({ Authorization: 'Bearer abc', 'X-Key': '1' })
    for (const wrong of ['no colon', 'A b: c', 'Host: elsewhere.example', 'X: a\u0000b', 'Content-Length: 3'])
      expect(headersOf(wrong)).toBeNull()
  })
})
