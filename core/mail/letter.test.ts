import PostalMime from 'postal-mime'
import { describe, expect, it } from 'vitest'
import { answerTo, returned } from './letter'

const LETTER = {
  messageId: 'ask.1@upwold.example',
  from: 'Larkmoor <hello@larkmoor.example>',
  to: 'ines@marlow.example',
  subject: 'Ihr Angebot für Samstag',
}

describe('what a mailbox sends back', () => {
  it('is an answer that mail programs read', async () => {
    const mail = await PostalMime.parse(answerTo(LETTER, 'Ja, gern. Grüße', 'a1'))
    expect([mail.from?.address, mail.to?.[0]?.address, mail.subject, mail.inReplyTo, mail.text?.trim()]).toEqual([
      'ines@marlow.example',
      'hello@larkmoor.example',
      'Re: Ihr Angebot für Samstag',
      '<ask.1@upwold.example>',
      'Ja, gern. Grüße',
    ])
  })
  it('is a report with what came back', async () => {
    const mail = await PostalMime.parse(returned(LETTER, '550 5.1.1 no such user', 'b1'))
    expect(mail.attachments.map((a) => a.mimeType)).toEqual(['message/delivery-status', 'text/rfc822-headers'])
  })
})
