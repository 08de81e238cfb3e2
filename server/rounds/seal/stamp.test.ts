import { beforeEach, describe, expect, it, vi } from 'vitest'
import { atClock } from '../../platform/clock'
import { Problem } from '../../platform/problem'
import { stamped } from './stamp'

const asked = vi.hoisted(() => ({ stampOn: vi.fn(), stampInWorker: vi.fn() }))
vi.mock('../../gateways/times', () => ({ stampOn: asked.stampOn }))
vi.mock('../../files/pool', () => ({ stampInWorker: asked.stampInWorker }))
vi.mock('../../records/business', () => ({
  theBusiness: () => Promise.resolve({ settings: { times: { url: 'https://time.example/' } } }),
}))

const copy = Uint8Array.of(1)
const signature = Uint8Array.of(2)
const signedAt = '2026-06-12T09:00:00.000Z'
const at = (time: string) =>
  atClock(
    () => new Date(time),
    () => stamped(copy, signature, signedAt),
  )

describe('the time stamp of a sealed copy', () => {
  beforeEach(() => void vi.resetAllMocks())

  it('is waited for within the hour, and gone without after it, with why', async () => {
    asked.stampOn.mockRejectedValue(new Problem('invalid', 'time.example answered 503.'))
    await expect(at('2026-06-12T09:59:59.000Z')).rejects.toThrow('No time stamp: time.example answered 503.')
    expect(await at('2026-06-12T10:00:00.000Z')).toEqual({
      sealed: copy,
      stamp: null,
      why: 'time.example answered 503.',
    })
  })

  it('never hides a fault of our own', async () => {
    asked.stampOn.mockResolvedValue({ at: signedAt, by: 'Fellgate Time', token: Uint8Array.of(3) })
    asked.stampInWorker.mockRejectedValue(new Error('no room'))
    await expect(at('2026-06-12T12:00:00.000Z')).rejects.toThrow('no room')
  })

  it('isn’t missed where no authority is set', async () => {
    asked.stampOn.mockResolvedValue(null)
    expect(await at('2026-06-12T09:00:01.000Z')).toEqual({ sealed: copy, stamp: null, why: '' })
  })
})
