import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { DeskPad } from '~~/shared/out/desk'
import { freshStores } from '../../../tests/support/stores'
import { usePad } from './usePad'
import { usePads } from './usePads'

const BUSINESS = { name: 'Larkmoor Saunas', language: 'en', look: {} }
/** A browser's address and what it keeps, as far as a pad uses them. */
function browser(pathname: string) {
  const kept = new Map<string, string>()
  const gone: string[] = []
  vi.stubGlobal('window', { location: { pathname, replace: (to: string) => gone.push(to) } })
  vi.stubGlobal('sessionStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => kept.set(k, v),
  })
  return { kept, gone }
}
/** A pad on one page, with how the server says it stands. */
function pad(pathname: string, state: string, shown: string | null = null) {
  const at = browser(pathname)
  const server = freshStores({
    'GET /api/pad': () => ({ state, shown, business: BUSINESS }),
    'POST /api/pad': () => ({ state: 'offered', shown: null, business: null, code: 'GB7-QRBP' }),
    'POST /api/pad/paper': () => ({ path: '/s/token' }),
    'DELETE /api/pad/paper': () => ({ ok: true }),
  })
  return { pad: usePad(), ...server, ...at }
}
beforeEach(() => vi.useRealTimers())
afterEach(() => vi.unstubAllGlobals())

describe('a screen that is a pad', () => {
  it('offers itself with a code where it is none yet, and once more only where it has none to show', async () => {
    const { pad: screen, sent } = pad('/pad', 'none')
    await screen.look()
    expect(screen.code).toBe('GB7-QRBP')
    expect(sent('POST')).toHaveLength(1)
  })
  it('keeps the code it shows while it waits', async () => {
    const { pad: screen, sent } = pad('/pad', 'offered')
    await screen.look()
    await screen.look()
    expect(sent('POST')).toHaveLength(1)
  })
  it('opens what is sent to it, and leaves it when something else is, or nothing', async () => {
    const idle = pad('/pad', 'shows', 'k1')
    await idle.pad.look()
    expect(idle.gone).toEqual(['/s/token'])
    expect(idle.kept.get('pad-shows')).toBe('k1')
    for (const [state, shown, to] of [
      ['shows', 'k1', []],
      ['shows', 'k2', ['/pad']],
      ['idle', null, ['/pad']],
      ['none', null, ['/pad']],
    ] as const) {
      const open = pad('/s/token', state, shown)
      open.kept.set('pad-shows', 'k1')
      await open.pad.look()
      expect(open.gone, `${state} ${shown}`).toEqual(to)
    }
  })
  it('is done with whenever somebody says so, while it looks, too', async () => {
    const { kept, gone } = browser('/s/token')
    kept.set('pad-shows', 'k1')
    let answer!: (view: object) => void
    const { sent } = freshStores({
      'GET /api/pad': () => new Promise((resolve) => (answer = resolve)),
      'DELETE /api/pad/paper': () => ({ ok: true }),
    })
    const screen = usePad()
    const looks = screen.look()
    expect(screen.busy).toBe(false)
    await screen.done()
    expect([sent('DELETE').length, gone]).toEqual([1, ['/pad']])
    // What was asked before is answered late: it opens nothing again, and asks once only.
    await screen.look()
    answer({ state: 'shows', shown: 'k1', business: BUSINESS })
    await looks
    expect([sent('GET').length, gone]).toEqual([1, ['/pad']])
  })
  it('says that there is no connection, and goes on when it is back', async () => {
    browser('/pad')
    let off = true
    freshStores({
      'GET /api/pad': () => {
        if (off) throw new Error('off')
        return { state: 'idle', shown: null, business: BUSINESS }
      },
    })
    const screen = usePad()
    await screen.look()
    expect(screen.lost).toBe(true)
    off = false
    await screen.look()
    expect([screen.lost, screen.view!.state]).toEqual([false, 'idle'])
  })
})

describe('the pads of a desk', () => {
  it('are that one where there is one; of several the one that was taken here', async () => {
    let all: DeskPad[] = [{ id: 'a', begun: true, personId: null, who: null }]
    const { inPage, sent } = freshStores({
      'GET /api/desk/pads': () => all,
      'POST /api/desk/pads': () => ({ id: 'b' }),
      'DELETE /api/desk/pads/*': () => ({ ok: true }),
      'DELETE /api/desk/pads/*/paper': () => ({ ok: true }),
    })
    const pads = usePads()
    inPage(() => pads.follow())
    await pads.load()
    expect(pads.here!.id).toBe('a')
    all = [...all, { id: 'c', begun: true, personId: 'p', who: 'Nadia' }]
    await pads.load()
    expect(pads.here).toBe(null)
    all = [...all, { id: 'b', begun: false, personId: null, who: null }]
    await pads.take('GB7-QRBP')
    expect(pads.here!.id).toBe('b')
    await pads.clear()
    await pads.letGo('a')
    expect(sent('DELETE').map((a) => a.path)).toEqual(['/api/desk/pads/b/paper', '/api/desk/pads/a'])
  })
})
