import { describe, expect, it } from 'vitest'
import { textOfDropped } from './dropped'
import { wordsOfBlocks } from './pictured'

const file = (name: string, body: string, type = '') => new File([body.replace(/\n/g, '\r\n')], name, { type })
const read = (name: string, body: string, type = '') =>
  textOfDropped(file(name, body, type), 'Europe/London', async (f) => `What ${f.name} shows`)

describe('a file that is dropped as an enquiry', () => {
  it('is a mail: who wrote, and its plain words', async () => {
    const mail =
      'From: Bea Lund <bea@lund.example>\nSubject: Sauna\nContent-Type: text/plain\n\nFor 12 people, please.\n'
    expect(await read('a.eml', mail)).toBe(
      'From: Bea Lund <bea@lund.example>\nSubject: Sauna\n\nFor 12 people, please.',
    )
  })
  it('is a mail in HTML: its words, line by line, and nothing that isn’t shown', async () => {
    const html =
      '<title>t</title><style>p{color:red}</style><p>We are 12.<br>Thanks</p><script>x()</script><div>Bea &amp; Jo</div>'
    expect(await read('a.eml', `From: b@lund.example\nContent-Type: text/html\n\n${html}`)).toBe(
      'From:  <b@lund.example>\n\n\nWe are 12.\nThanks\nBea & Jo',
    )
  })
  it.each([
    ['DTSTART:20270612T150000Z\nDTEND:20270612T200000Z', '2027-06-12 16:00 to 2027-06-12 21:00'],
    ['DTSTART;VALUE=DATE:20270612\nDTEND;VALUE=DATE:20270614', '2027-06-12 to 2027-06-13'],
    ['DTSTART;VALUE=DATE:20270612\nDTEND;VALUE=DATE:20270613', '2027-06-12'],
  ])('is a calendar entry, in the business’s time: %s', async (when, words) => {
    const entry = `BEGIN:VCALENDAR\nVERSION:2.0\nBEGIN:VEVENT\nUID:1\n${when}\nSUMMARY:Retreat\nLOCATION:Nent\\, Hartside\nORGANIZER;CN=Ola:mailto:ola@brekke.example\nEND:VEVENT\nEND:VCALENDAR\n`
    expect((await read('a.ics', entry)).split('\n')).toEqual([
      'Name: Ola',
      'E-mail: ola@brekke.example',
      `Date: ${words}`,
      'Location: Nent, Hartside',
      'Message: Retreat',
    ])
  })
  it('is a contact card of either version', async () => {
    for (const version of ['3.0', '4.0']) {
      const card = `BEGIN:VCARD\nVERSION:${version}\nFN:Ola Brekke\nORG:Hartside;Barn\nEMAIL;TYPE=home:ola@brekke.example\nTEL;TYPE=cell:+441632960733\nEND:VCARD\n`
      expect((await read('a.vcf', card)).split('\n')).toEqual([
        'Name: Ola Brekke',
        'Company: Hartside, Barn',
        'E-mail: ola@brekke.example',
        'Phone: +441632960733',
      ])
    }
  })
  it('is a picture of a message: what it shows', async () => {
    expect(await read('phone.png', 'x', 'image/png')).toBe('What phone.png shows')
    const words = wordsOfBlocks([
      {
        paragraphs: [
          { lines: [{ text: '|| —', confidence: 90 }] },
          {
            lines: [
              { text: 'Hi there,\n', confidence: 91 },
              { text: 'x#%qq', confidence: 12 },
              { text: '24 people', confidence: 88 },
            ],
          },
          { lines: [{ text: 'Bea Lund', confidence: 95 }] },
        ],
      },
    ])
    expect(words).toBe('Hi there,\n24 people\n\nBea Lund')
  })
  it.each([
    ['photo.zip', 'x', 'can’t be read as an enquiry'],
    ['a.txt', ' \n ', 'There are no words in a.txt'],
    ['a.ics', 'nonsense', 'There is no entry'],
    ['a.vcf', 'BEGIN:VCALENDAR\nEND:VCALENDAR', 'There is no contact card'],
  ])('is refused in words: %s', async (name, body, words) => {
    await expect(read(name, body)).rejects.toThrow(words)
  })
})
