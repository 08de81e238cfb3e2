import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Answer, Caller, signedIn } from '../../support/caller'
import { type Hostile, goodDocx, goodPng, jpegs, letters, pdfs, pictures } from '../../support/hostile'
import { linkTo, send } from '../../support/line'
import { paper } from '../../support/paper'
import { contractWith } from '../../support/rounds'
import { allowed } from '../../support/pace'
import { TestServer, until } from '../../support/server'

/** Files made to hurt: each is refused with its true reason, soon, in little memory, while the others notice nothing. */
let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
  // The threads are there before anybody is timed.
  await owner.upload('/api/files?name=warm.png', goodPng())
})
afterAll(() => server.stop())

/** The most memory the process has had, in bytes. */
const peak = () => Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))![1]) * 1024

async function refused(give: () => Promise<Answer>, { name, says }: Hostile): Promise<void> {
  const began = performance.now()
  const { status, body } = await give()
  const seconds = (performance.now() - began) / 1000
  expect([name, status, body.title]).toEqual([name, 422, expect.stringMatching(says)])
  expect(JSON.stringify(body)).not.toContain('no fault')
  expect(seconds, `${name} took ${seconds.toFixed(1)} s`).toBeLessThan(allowed(2, seconds))
}

/** Made before anything is timed. */
const [PICTURES, JPEGS, LETTERS, PDFS] = [pictures(), jpegs(), letters(), pdfs()]
const ALL = [...PICTURES, ...JPEGS, ...LETTERS, ...PDFS]

describe('a file made to hurt', () => {
  it('is refused on the marking table with its reason, in two seconds and under a gigabyte', async () => {
    const before = await server.rows('select count(*) n from files')
    for (const h of ALL) await refused(() => owner.upload(`/api/files?name=${h.name}`, h.bytes), h)
    expect(await server.rows('select count(*) n from files')).toEqual(before)
    expect(peak()).toBeLessThan(1_000_000_000)
    expect((await owner.upload('/api/files?name=good.png', goodPng())).status).toBe(200)
  })

  it('is refused as a letter brought in, and an honest one is read', async () => {
    for (const h of LETTERS) await refused(() => owner.upload(`/api/templates/bring?name=${h.name}`, h.bytes), h)
    expect(await owner.upload('/api/templates/bring?name=good.docx', goodDocx())).toMatchObject({ status: 200 })
    expect(peak()).toBeLessThan(1_000_000_000)
  })

  it('is refused as a picture in a text, wherever a text is saved', async () => {
    for (const h of [...PICTURES, ...JPEGS]) {
      if (h.bytes.length > 1_000_000) continue
      const type = h.name.endsWith('png') ? 'png' : 'jpeg'
      const src = `data:image/${type};base64,${Buffer.from(h.bytes).toString('base64')}`
      const image = { t: 'image' as const, src, width: 100, height: 100, alt: 'Logo' }
      const body = [image, { t: 'paragraph' as const, content: [{ t: 'text' as const, text: 'x' }] }]
      await refused(
        () => owner.post('/api/templates', { kind: 'form', name: 'Pictured', document: paper(body as never) }),
        h,
      )
      await refused(() => owner.post('/api/clauses', { name: 'Pictured', body }), h)
    }
  })

  it('is refused from a signer: as a signature, and as a document', async () => {
    const proof = { kind: 'document', when: 'once', tries: 5, selfie: false, live: false, tolerance: 'close' }
    const plain = await contractWith(owner)
    const proving = await contractWith(owner, { proof } as never)
    for (const { paper: id } of [plain, proving]) await send(owner, id)
    const caller = new Caller(server)
    const token = await linkTo(owner, plain.email)
    for (const h of PICTURES) await refused(() => caller.upload(`/api/sign/${token}/picture`, h.bytes), h)
    const shown = await linkTo(owner, proving.email)
    const show = (bytes: Uint8Array) => {
      const form = new FormData()
      form.set('document', new Blob([bytes as BlobPart]), 'document.png')
      return fetch(`${server.origin}/api/sign/${shown}/document`, {
        method: 'POST',
        headers: { origin: server.origin },
        body: form,
      })
    }
    for (const h of PICTURES.slice(0, 5)) {
      const response = await show(h.bytes)
      expect([h.name, response.status, ((await response.json()) as { title: string }).title]).toEqual([
        h.name,
        422,
        expect.stringMatching(h.says),
      ])
    }
    // The tries are used up: whatever is sent now isn't even read.
    const began = performance.now()
    const response = await show(new Uint8Array(24_000_000))
    expect([response.status, ((await response.json()) as { reason: string }).reason]).toEqual([409, 'closed'])
    const took = performance.now() - began
    expect(took).toBeLessThan(allowed(1000, took))
  })

  it('holds nobody else up, nor the drawing of papers', async () => {
    const { paper: id } = await contractWith(owner)
    const others: number[] = []
    const drawn: number[] = []
    let going = true
    const timed = async (list: number[], path: string) => {
      const began = performance.now()
      await owner.raw(path)
      list.push(performance.now() - began)
    }
    const watching = (async () => {
      while (going) {
        await timed(others, '/api/today')
        await new Promise((resolve) => setTimeout(resolve, 20))
      }
    })()
    const drawing = (async () => {
      while (going) {
        await timed(drawn, `/api/papers/${id}/pdf`)
        await new Promise((resolve) => setTimeout(resolve, 1200))
      }
    })()
    const other = await signedIn(server)
    // Two at a time, as two people would.
    const next = [...ALL]
    const give = async () => {
      for (let h = next.shift(); h; h = next.shift())
        expect((await other.upload(`/api/files?name=${h.name}`, h.bytes)).status).toBe(422)
    }
    await Promise.all([give(), give()])
    going = false
    await Promise.all([watching, drawing])
    const median = (list: number[]) => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!
    expect(median(others)).toBeLessThan(100)
    expect(median(drawn)).toBeLessThan(1500)
    expect(peak()).toBeLessThan(1_000_000_000)
  })
})

describe('a text made to hurt', () => {
  it('that nests without end is refused as that, and not as a fault of ours', async () => {
    const nested = (open: string, close: string, n: number) => `${open.repeat(n)}${close.repeat(n)}`
    const list = `{"t":"list","ordered":false,"items":[[`
    const bodies = [
      nested('[', ']', 400_000),
      `{"kind":"form","name":"x","document":${nested('{"a":', '}', 1).replace('}', `${nested('[', ']', 300_000)}}`)}}`,
      `{"kind":"form","name":"x","document":{"title":"x","parties":[],"body":[${list.repeat(20_000)}${']]}'.repeat(20_000)}]}}`,
    ]
    for (const body of bodies) {
      const { status, body: answer } = await owner.call('POST', '/api/templates', body)
      expect([status, JSON.stringify(answer)]).toEqual([422, expect.not.stringContaining('no fault')])
    }
  })
})

describe('an owner’s pattern', () => {
  it('is matched in time that grows with the answer, and one that can’t be is refused in words', async () => {
    const { fitsPattern, patternProblem } = await import('../../../core/fields/patterns')
    const times = [1, 2, 4].map((n) => {
      const began = performance.now()
      fitsPattern({ kind: 'pattern', pattern: '(a+)+(b|a)*c?', example: 'aab' }, `${'a'.repeat(n * 250)}!`)
      return performance.now() - began
    })
    expect(times[2]!).toBeLessThan(200)
    for (const pattern of ['(?=a)b', '(a)\\1', '(a{1000}){1000}', '(', 'a'.repeat(400)])
      expect(patternProblem(pattern, 'a')).toMatch(/can’t be read/)
  })
})

describe('the threads', () => {
  it('come back after one was ended, and a waiting file is still read', async () => {
    const [bad] = PDFS.slice(-2)
    await Promise.all([
      owner.upload(`/api/files?name=${bad!.name}`, bad!.bytes),
      owner.upload('/api/files?name=x.png', goodPng(50, 50)),
    ])
    await until(
      () => owner.upload('/api/files?name=after.png', goodPng(60, 60)),
      (a) => a.status === 200,
    )
  })
})
