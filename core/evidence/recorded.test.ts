import { describe, expect, it } from 'vitest'
import type { ChainedEvent } from './chain'
import { happenedIn } from './recorded'
import type { RecordSays } from './says'

/** Says which words it was asked for. */
const say = Object.assign((key: string) => key, { has: () => false }) as unknown as RecordSays
const event = (type: string, data: object): ChainedEvent =>
  ({ type, at: '2026-06-14T12:00:00.000Z', actor: { name: 'Maren', ip: '', device: '' }, data }) as never
const names: Record<string, string> = { n: 'Nadia', b: 'Bram' }
const told = (events: ChainedEvent[]) =>
  happenedIn(events, (id) => names[String(id)]!, say).map((e) => `${e.who}: ${e.what}`)

describe('how somebody was asked, as the record lists it', () => {
  it('says of who came by a standing link that they did, and of others by the same round how they were asked', () =>
    expect(
      told([
        event('asked', { person: 'n', channel: 'link', address: '' }),
        event('asked', { person: 'b', channel: 'link', address: '' }),
        event('signed', { person: 'n', channel: 'by a standing link' }),
        event('signed', { person: 'b', channel: 'by a link that was handed over' }),
      ]),
    ).toEqual(['Nadia: eCameByStanding', 'Bram: eAskedByLink', 'Maren: eSigned', 'Maren: eSigned']))
  it.each([
    ['member', 'eAskedMember'],
    ['device', 'eAskedInPerson'],
  ])('by %s: %s', (channel, words) =>
    expect(told([event('asked', { person: 'n', channel, address: '' })])).toEqual([`Nadia: ${words}`]),
  )
})
