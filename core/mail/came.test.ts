import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type CameIn, bounceOf, fieldsOf, idsIn, isAutomatic, ownWords } from './came'

const letter = (more: Partial<CameIn> = {}): CameIn => ({
  messageId: 'a@b.example',
  answers: [],
  from: { name: '', address: 'ines@marlow.example' },
  subject: '',
  text: '',
  at: null,
  headers: {},
  status: '',
  returned: '',
  ...more,
})
const REPORT = [
  'Reporting-MTA: dns; mail.example',
  '',
  'Final-Recipient: rfc822; Ines@marlow.example',
  'Action: failed',
  'Status: 5.1.1',
  'Diagnostic-Code: smtp; 550 5.1.1 <ines@marlow.example>:',
  '  no such user here',
].join('\r\n')

describe('a letter that came back', () => {
  it('says to whom it could not be delivered, why, and which it was', () => {
    expect(
      bounceOf(letter({ status: REPORT, returned: 'From: x\r\nMessage-ID:\r\n <ask.1@upwold.example>\r\n' })),
    ).toEqual({
      address: 'Ines@marlow.example',
      why: '550 5.1.1 <ines@marlow.example>: no such user here',
      of: 'ask.1@upwold.example',
    })
  })
  it('is none while it is only late, or where a person wrote it', () => {
    expect(bounceOf(letter({ status: REPORT.replace('failed', 'delayed') }))).toBeNull()
    expect(bounceOf(letter({ text: '550 people came' }))).toBeNull()
  })
  it('may say so in words alone', () => {
    const from = { name: '', address: 'MAILER-DAEMON@mail.example' }
    expect(bounceOf(letter({ from, text: 'Sorry.\n<ines@marlow.example>\n550 5.2.1 mailbox disabled\n' }))).toEqual({
      address: 'ines@marlow.example',
      why: '550 5.2.1 mailbox disabled',
      of: '',
    })
    expect(bounceOf(letter({ from, text: 'Hello' }))).toBeNull()
  })
  it('is read whatever stands in it', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (status, returned) => {
        const b = bounceOf(letter({ status, returned }))
        if (b) expect(b.why.length).toBeLessThanOrEqual(200)
      }),
    )
  })
})

describe('an answer', () => {
  it.each([
    [
      'Yes, Friday is fine.\n\nOn Thu, 12 Jun 2026 at 10:00, Larkmoor <a@b.example> wrote:\n> Hello',
      'Yes, Friday is fine.',
    ],
    ['Ja, gern.\n\nAm 12.06.2026 um 10:00 schrieb Larkmoor:\n> Hallo', 'Ja, gern.'],
    ['Oui.\n\n> Bonjour', 'Oui.'],
    ['Fine\n\n-----Original Message-----\nFrom: x', 'Fine'],
    [
      'On Thu, 12 Jun 2026 at 10:00 Larkmoor Saunas\n<hello@larkmoor.example> wrote:\n> Hello\nBetween the lines',
      'On Thu, 12 Jun 2026 at 10:00 Larkmoor Saunas\n<hello@larkmoor.example> wrote:\n> Hello\nBetween the lines',
    ],
    ['On Friday we come.\nSee you', 'On Friday we come.\nSee you'],
  ])('is what they wrote themselves: %j', (text, own) => {
    expect(ownWords(text)).toBe(own)
  })
  it('is never nothing where something was written', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), (text) => {
        expect(ownWords(text) === '').toBe(text.trim() === '')
      }),
    )
  })
  it('is none where a machine wrote it', () => {
    expect(isAutomatic(letter({ headers: { 'auto-submitted': 'auto-replied' } }))).toBe(true)
    expect(isAutomatic(letter({ headers: { precedence: 'bulk' } }))).toBe(true)
    expect(isAutomatic(letter({ headers: { 'auto-submitted': 'no' } }))).toBe(false)
  })
})

it('headers go on where a line begins with white space, and name their ids', () => {
  expect(fieldsOf('A: 1\r\n  2\r\nB:3\r\nnothing\r\nA: 4')).toEqual({ a: '1 2', b: '3', 'a+': '4' })
  expect(idsIn('<a@b> <c@d> e@f')).toEqual(['a@b', 'c@d'])
})
