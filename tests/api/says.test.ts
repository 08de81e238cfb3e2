import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, signedIn } from '../support/caller'
import { countersign, filled, linkTo, paperOf, send, sign, viewOf } from '../support/line'
import { contractWith, plan, somebody } from '../support/rounds'
import { TestServer, until } from '../support/server'

/** The round says what is so: in its record, on its pages, on Today and on the job alike. */
let server: TestServer, owner: Caller

beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})

afterAll(() => server.stop())

const folder = mkdtempSync(join(tmpdir(), 'says-'))

const sealed = async (paper: string): Promise<string> => {
  await until(
    () => paperOf(owner, paper),
    (p) => !!p.round?.sealed,
    60,
  )
  const path = join(folder, 'sealed.pdf')
  writeFileSync(path, await owner.raw(`/api/papers/${paper}/sealed`))
  return path
}

const wordsOf = (pdf: string, ...more: string[]) =>
  execFileSync('pdftotext', [...more, pdf, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ')

/** Pixels of a page in the ink that signatures are drawn in. */
function penOn(pdf: string, page: number): number {
  const out = execFileSync('pdftoppm', ['-r', '72', '-f', String(page), '-l', String(page), pdf], { maxBuffer: 1e8 })
  const pixels = out.subarray(/^P6\s+\d+\s+\d+\s+255\s/.exec(out.subarray(0, 40).toString('latin1'))![0].length)
  let n = 0
  for (let i = 0; i + 2 < pixels.length; i += 3)
    if (
      Math.abs(pixels[i]! - 0x1b) < 30 &&
      Math.abs(pixels[i + 1]! - 0x2a) < 30 &&
      Math.abs(pixels[i + 2]! - 0x4a) < 30
    )
      n += 1
  return n
}

describe('the record', () => {
  it('has the consent word for word as it was shown, how each was reached, and a signature that has no place on the paper', async () => {
    const c = await contractWith(owner)
    const witness = somebody({ name: 'Wilma Ash', part: 'witness', turn: 1 })
    await plan(owner, c.paper, (p) => ({
      people: [...p.people, { ...witness, of: p.people.find((x) => !x.memberId)!.key }],
      consent: 'I have read the house rules.',
    }))
    await send(owner, c.paper)
    const client = new Caller(server)
    const token = await linkTo(owner, c.email)
    const view = await viewOf(client, token)
    const answer = await client.post(`/api/sign/${token}/finish`, {
      draft: filled(view),
      consent: true,
      further: true,
      basedOn: view.version,
      language: 'fr',
    })
    expect(answer.status).toBe(200)
    const own = await linkTo(owner, witness.email)
    const watching = await viewOf(client, own)
    const values: Record<string, string | boolean> = Object.fromEntries(
      watching.person.fields.flatMap((f): [string, string | boolean][] =>
        f.type === 'tick' ? [[f.key, true]] : f.type === 'signature' || f.type === 'date' ? [] : [[f.key, 'Wilma Ash']],
      ),
    )
    const body = {
      draft: { values, signature: { kind: 'typed', text: 'Wilma Ash', face: 'caveat' } },
      consent: true,
      further: true,
      basedOn: 0,
    }
    expect((await client.post(`/api/sign/${own}/finish`, body)).status).toBe(200)
    await countersign(owner, c.paper).catch(async () => {
      const { path } = await owner.must<{ path: string }>('POST', `/api/papers/${c.paper}/countersign`)
      const mine = await viewOf(owner, path.slice(3))
      await owner.must('POST', `/api/sign/${path.slice(3)}/finish`, {
        draft: filled(mine),
        consent: true,
        further: true,
        basedOn: mine.version,
      })
    })
    const pdf = await sealed(c.paper)
    const text = wordsOf(pdf)
    expect(text).toContain('I have read the house rules.')
    // The sentence about taking it back was shown, too, in the language of whoever agreed.
    expect(text).toMatch(/hello@larkmoor\.example/)
    expect(text).toContain(`Reached by e-mail at ${witness.email}`)
    expect(text).not.toContain('Asked in person')
    // Her signature is drawn where the record names her: ink of the pen on that page.
    const pages = Number(/Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' }))![1])
    const hers = Array.from({ length: pages }, (_, i) => i + 1).find((n) =>
      wordsOf(pdf, '-f', String(n), '-l', String(n)).includes('Wilma Ash, witnesses'),
    )
    expect(penOn(pdf, hers!)).toBeGreaterThan(80)
  })
  it('has the scan of what was signed by hand as a page of its own, and no empty box', async () => {
    const c = await contractWith(owner)
    await send(owner, c.paper)
    await sign(new Caller(server), await linkTo(owner, c.email))
    const me = (await paperOf(owner, c.paper)).round!.people.find((p) => p.member)!
    const scan = new PNG({ width: 60, height: 80 })
    scan.data.fill(120)
    const query = new URLSearchParams({ person: me.id, day: '2026-11-02', name: 'Maren' })
    expect(
      (await owner.upload(`/api/papers/${c.paper}/on-paper?${query}`, new Uint8Array(PNG.sync.write(scan)))).status,
    ).toBe(200)
    const pdf = await sealed(c.paper)
    const text = wordsOf(pdf)
    expect(text).toContain('signed by hand, 2026-11-02')
    expect(text).toContain('Signed on paper by Maren Fosse on 2026-11-02: the scan')
    expect(execFileSync('pdfimages', ['-list', pdf], { encoding: 'utf8' })).toMatch(/jpeg\s/)
    expect(execFileSync('pdfsig', [pdf], { encoding: 'utf8' })).toContain('Signature is Valid')
  })
})
