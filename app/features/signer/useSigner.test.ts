import { describe, expect, it } from 'vitest'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useSession } from '../../composables/session'
import { useSigner } from './useSigner'

const asSigner = (answers: Parameters<typeof freshStores>[0] = {}) => {
  const server = freshStores(answers)
  const signer = useSigner()
  signer.open('a/b')
  return { signer, ...server }
}

describe('what a signer does', () => {
  it('goes to their own link, whatever is in it', async () => {
    const { signer, asked } = asSigner({ 'POST /api/sign/a%2Fb/decline': () => ({ ok: true }) })
    await signer.act(() => signer.post('/decline', { reason: 'No' }))
    expect(asked[0]).toMatchObject({ path: '/api/sign/a%2Fb/decline', body: { reason: 'No' } })
    expect(signer.at('/pdf')).toBe('/api/sign/a%2Fb/pdf')
    expect([signer.busy, signer.told]).toEqual([false, ''])
  })

  it('says why something was refused, lets whoever asked act on it, and forgets it with the next', async () => {
    const { signer } = asSigner({
      'POST /api/sign/*/pass': () => {
        throw refusal(410, 'gone', 'This link has ended.')
      },
      'POST /api/sign/*/ask': () => ({}),
    })
    let code = ''
    await signer.act(
      () => signer.post('/pass', {}),
      (e) => {
        code = (e as { code: string }).code
      },
    )
    expect([signer.told, code, signer.busy]).toEqual(['This link has ended.', 'gone', false])
    await signer.act(() => signer.post('/ask', {}))
    expect(signer.told).toBe('')
  })

  it('is held while something is on its way', async () => {
    let free = (_: unknown): void => {}
    const { signer } = asSigner({ 'POST /api/sign/*/ask': () => new Promise((resolve) => (free = resolve)) })
    const doing = signer.act(() => signer.post('/ask', {}))
    await Promise.resolve()
    expect(signer.busy).toBe(true)
    free({})
    await doing
    expect(signer.busy).toBe(false)
  })

  it('shows a picture by the ticket it was kept with, and by none on another link', async () => {
    const { signer } = asSigner({
      'POST /api/sign/*/picture': () => ({ mark: { kind: 'drawn', sha: 'abc' }, ticket: 't&1' }),
    })
    expect(await signer.keepPicture(new Blob(['x']))).toEqual({ kind: 'drawn', sha: 'abc' })
    expect(signer.pictureOf('abc')).toBe('/api/sign/a%2Fb/picture/abc?ticket=t%261')
    signer.open('other')
    expect(signer.pictureOf('abc')).toBe('/api/sign/other/picture/abc?ticket=')
  })

  it('is told where to draw on a phone, and where to pay', async () => {
    const { signer, sent } = asSigner({
      'POST /api/sign/*/drawing': () => ({ url: '/draw/x' }),
      'POST /api/sign/*/pay': () => ({ url: 'https://cards.example/1' }),
      'POST /api/sign/*/opened': () => ({}),
    })
    expect(await signer.openDrawing('initials')).toBe('/draw/x')
    expect(await signer.pay('deposit')).toBe('https://cards.example/1')
    signer.opened()
    expect(sent('POST').map((a) => a.body)).toEqual([{ what: 'initials' }, { stage: 'deposit' }, {}])
  })

  it('never fails the page for not being told that it was opened', async () => {
    const { signer } = asSigner()
    signer.opened()
    await new Promise((resolve) => setTimeout(resolve))
    expect(signer.told).toBe('')
  })
})

describe('the session', () => {
  it('is who is signed in, once that is asked', async () => {
    freshStores({ 'GET /api/session': () => ({ member: { id: 'm', name: 'Maren', role: 'owner' }, handover: false }) })
    const session = useSession()
    expect(session.data).toBeNull()
    expect((await session.load()).member!.name).toBe('Maren')
    expect(session.data!.handover).toBe(false)
  })
})
