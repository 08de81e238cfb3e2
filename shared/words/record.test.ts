import { describe, expect, it } from 'vitest'
import { WORDS, recordSays } from './says'
import type { FieldSpec } from '../../core/document/field'
import type { PlacedField } from '../../core/layout/types'
import { agreedOf } from '../../core/rounds/agreed'
import type { RoundEvent } from '../../core/rounds/rounds'
import type { ChainedEvent } from '../../core/evidence/chain'
import { type GivenMark, type Marking, marksOf, recordMarks } from '../../core/evidence/marks'
import { type Signer, happenedIn, recordLanguage, recordedPerson } from '../../core/evidence/recorded'

const field = (key: string, type: FieldSpec['type'], over: Partial<FieldSpec> = {}): FieldSpec => ({
  key,
  type,
  party: 'client',
  label: key,
  required: false,
  ...over,
})
const placed = (f: FieldSpec, w = 200): PlacedField => ({ field: f, page: 1, x: 0, y: 0, w, h: 20 })
const signer = (over: Partial<Signer> = {}): Signer => ({
  id: 'p1',
  party: 'client',
  name: 'Ines Marlow',
  part: 'sign',
  fields: [],
  ...over,
})
const person = { id: 'p1', party: 'client', name: 'Ines Marlow', turn: 1, part: 'sign' as const, of: null }
const AT = '2026-06-01T23:30:00.000Z'
const typed: GivenMark = { kind: 'typed', text: 'Ines', face: 'caveat' as never }
const say = recordSays('en')

/** A round in which one person signed, with all they gave. */
function marking(given: object, type = 'signed'): Marking {
  const events = [
    { at: AT, event: { type: 'sent', people: [person], lapsesAt: null } as RoundEvent },
    { at: AT, event: { type, person: 'p1', values: {}, taken: {}, quantities: {}, ...given } as unknown as RoundEvent },
  ]
  return {
    agreed: agreedOf<GivenMark>(events),
    say,
    nameOf: () => 'Ines Marlow',
    paperLanguage: 'en',
    timeZone: 'Europe/London',
    pictures: new Map([['sha', new Uint8Array([7])]]),
  }
}
const texts = (fields: PlacedField[], about: Marking) =>
  marksOf(signer(), fields, null, about).map((m) => [
    m.at.field.key,
    m.mark.kind === 'text' ? m.mark.text : m.mark.kind,
  ])

describe('what somebody put on a paper', () => {
  it('stands in their own fields, each as its kind wants it', () => {
    const fields = [
      placed(field('name', 'name')),
      placed(field('sign', 'signature')),
      placed(field('on', 'date')),
      placed(field('on2', 'date'), 50),
      placed(field('tick', 'tick')),
      placed(field('no', 'tick')),
      placed(field('file', 'attachment')),
      placed(field('theirs', 'text', { party: 'business' })),
    ]
    const values = { name: ' Ines ', tick: true, no: false, file: `${'a'.repeat(64)}/garden.jpg`, theirs: 'x' }
    expect(texts(fields, marking({ values, signature: typed }))).toEqual([
      ['name', 'Ines'],
      ['sign', 'signature'],
      ['on', '2 June 2026'],
      ['on2', '02/06/2026'],
      ['tick', 'tick'],
      ['file', 'garden.jpg'],
    ])
  })

  it('is nothing where a text shows nothing', () => {
    expect(texts([placed(field('t', 'text'))], marking({ values: { t: '\u200e\u3164' } }))).toEqual([])
  })

  it('signed by hand says so, and the day it was', () => {
    const about = marking({ day: '2026-05-30', says: 'Maud', scan: 's', pages: [] }, 'on-paper')
    const fields = [placed(field('sign', 'signature')), placed(field('name', 'name')), placed(field('on', 'date'))]
    expect(texts(fields, about)).toEqual([
      ['sign', 'signed by hand, 2026-05-30'],
      ['name', 'Ines Marlow'],
      ['on', '30 May 2026'],
    ])
  })

  it('a picture of a signature is drawn from the picture that was given', () => {
    const about = marking({ signature: { kind: 'image', sha: 'sha', width: 2, height: 1 } })
    const [mark] = marksOf(signer(), [placed(field('sign', 'signature'))], null, about)
    expect(mark!.mark).toMatchObject({ kind: 'signature', signature: { png: new Uint8Array([7]) } })
    expect(Object.keys(recordMarks([signer()], about))).toEqual(['record-p1'])
  })

  it('is nothing of somebody who has not signed', () => {
    expect(marksOf(signer({ id: 'p2' }), [placed(field('sign', 'signature'))], null, marking({}))).toEqual([])
  })
})

describe('the record of one person', () => {
  const event = (type: string, data: object, actor: object = { kind: 'person', name: 'Ines Marlow' }): ChainedEvent =>
    ({
      round: 'r',
      seq: 1,
      at: AT,
      type,
      actor: { ip: '203.0.113.9', device: '', ...actor },
      data,
    }) as unknown as ChainedEvent
  const events = [
    event('asked', { person: 'p1', channel: 'e-mail and text', address: 'ines@marlow.example' }),
    event('proved', { person: 'p1', how: 'by the code agreed with them' }),
    event('signed', { person: 'p1', channel: 'on their phone', language: 'de' }),
  ]

  it('says how they were reached and proved, what they agreed to and answered', () => {
    const { agreed } = marking({ values: { saw: true, note: 'x' }, consent: { words: 'I agree.' }, signature: typed })
    const fields = [field('saw', 'tick'), field('note', 'text')]
    const recorded = recordedPerson(
      signer({ fields }),
      { fields: fields.map((f) => placed(f)), figures: null },
      { say, events, agreed },
    )
    expect(recorded).toMatchObject({
      part: 'signs',
      reached: 'Reached by e-mail and text at ines@marlow.example. Proved who they are: by the code agreed with them',
      signedAt: AT,
      consent: 'I agree.',
      given: [
        { label: 'saw', value: 'yes' },
        { label: 'note', value: 'x' },
      ],
      signature: 'record-p1',
    })
  })

  it('lists everything that happened, what was only said of somebody without an address', () => {
    const list = happenedIn(events, () => 'Ines Marlow', say)
    expect(list.map((e) => [e.who, e.what, e.ip])).toEqual([
      ['Ines Marlow', 'asked by e-mail and text at ines@marlow.example', ''],
      ['Ines Marlow', 'proved who they are: by the code agreed with them', '203.0.113.9'],
      ['Ines Marlow', 'agreed and signed, on their phone', '203.0.113.9'],
    ])
  })

  it('is written in the language all signed in, else in English', () => {
    expect(recordLanguage(events)).toBe('de')
    expect(recordLanguage([...events, event('signed', { person: 'p2', language: 'fr' })])).toBe('en')
    expect(recordLanguage([...events, event('signed', { person: 'm' }, { kind: 'member', name: 'Maud' })])).toBe('de')
  })

  it('has words for everything that can happen, in every language', () => {
    const types = [
      'sent',
      'delivered',
      'bounced',
      'proved',
      'proof-failed',
      'closed',
      'reopened',
      'corrected',
      'replaced',
      'passed-on',
      'reordered',
      'added',
      'copy-to',
      'copied',
      'paused',
      'resumed',
      'extended',
      'revised',
      'on-paper',
      'answered',
      'asked',
      'opened',
      'signed',
      'shown',
      'nudged',
      'question',
    ]
    for (const language of Object.keys(WORDS) as (keyof typeof WORDS)[])
      for (const { what } of happenedIn(
        types.map((t) => event(t, { lapsesAt: AT })),
        () => 'Ines',
        recordSays(language),
      ))
        expect(types).not.toContain(what)
  })
})
