import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { RIGHTS_OF, type Role } from '../../core/members/rights'
import { type Rule, rightsAsked } from '../../server/doors/access'
import { type TableRow, routesTable } from '../../scripts/routes-table'
import { Caller, memberAs, signedIn } from '../support/caller'
import { linkTo, makeJob, makePaper, paperOf, send } from '../support/line'
import { DISGUISES, SPELLINGS, raw } from '../support/raw'
import { TestServer } from '../support/server'

/** Whoever may not call a route may not call it however its address is spelled. */
const METHODS = ['GET', 'HEAD', 'OPTIONS', 'POST', 'PUT', 'PATCH', 'DELETE', 'TRACE']
let server: TestServer
let who: Record<string, { cookie: string; barred: (rule: Rule) => boolean; parts: Record<string, string> }>
const table = await routesTable()

beforeAll(async () => {
  server = await TestServer.start()
  const owner = await signedIn(server)
  const { caller: bookkeeper } = await memberAs(server, owner, 'bookkeeper')
  const [mine, theirs] = [await makeJob(owner), await makeJob(owner)]
  const paper = await makePaper(owner, theirs.id, 'quote')
  for (const p of [await makePaper(owner, mine.id, 'quote'), paper]) await send(owner, p)
  const token = await linkTo(owner, mine.email)
  const signer = new Caller(server)
  await signer.get(`/api/sign/${token}`)
  const device = await signedIn(server)
  const person = (await paperOf(owner, paper)).round!.people[0]!.id
  await device.must('POST', '/api/handover', { personId: person })
  // What there is, so that a way in would find something.
  const real = { id: paper, token: 'x'.repeat(43), person }
  const isLink = (r: Rule) => r === 'signer' || r === 'link' || r === 'drawing'
  const isOurs = (r: Rule) => r === 'member' || r === 'owner' || rightsAsked(r) !== null
  const mayEnter = (role: Role, r: Rule) =>
    r === 'anyone' || r === 'member' || !!rightsAsked(r)?.some((x) => RIGHTS_OF[role].includes(x))
  who = {
    nobody: { cookie: '', barred: (r) => r !== 'anyone', parts: real },
    bookkeeper: { cookie: bookkeeper.cookie, barred: (r) => !mayEnter('bookkeeper', r), parts: real },
    'another round’s signer': {
      cookie: signer.cookie,
      barred: (r) => r !== 'anyone' && !isLink(r),
      parts: { ...real, id: paper, token },
    },
    'a device handed over': {
      cookie: device.cookie,
      barred: (r) => isOurs(r) || isLink(r),
      parts: real,
    },
  }
})
afterAll(() => server.stop())

const pathOf = (row: TableRow, parts: Record<string, string>) =>
  row.path.replace(/:(\w+)/g, (_, name: string) => parts[name] ?? 'x'.repeat(64)).replace('**', 'nothing')
const methodOf = (row: TableRow) => (row.method === 'any' ? 'GET' : row.method)

/** What would come in: a success, or something nobody foresaw; no answer at all is no good one either. */
const wrong = (status: number | undefined) => status === undefined || (status >= 200 && status < 300) || status >= 500

async function ask(name: string, method: string, target: string, more: Record<string, string> = {}) {
  const body = ['POST', 'PUT', 'PATCH'].includes(method) ? '{}' : ''
  const cookie: Record<string, string> = who[name]!.cookie ? { cookie: who[name]!.cookie } : {}
  return raw(server, method, target, { origin: server.origin, ...cookie, ...more }, body)
}

describe.each(['nobody', 'bookkeeper', 'another round’s signer', 'a device handed over'])('%s', (name) => {
  const barred = () => table.filter((row) => who[name]!.barred(row.rules!.who))

  // Each tries a quarter of the spellings on a route, and another quarter than the rest do: together, all of them on all.
  it('comes in by no spelling of a route that isn’t theirs', async () => {
    const let_in: string[] = []
    const turn = Object.keys(who).indexOf(name)
    for (const row of barred()) {
      const path = pathOf(row, who[name]!.parts)
      const mine = Object.entries(SPELLINGS).filter((_, n) => (n + turn + table.indexOf(row)) % 4 === 0)
      await Promise.all(
        mine.map(async ([how, spell]) => {
          const status = (await ask(name, methodOf(row), spell(path)))?.status
          if (wrong(status)) let_in.push(`${status} ${methodOf(row)} ${spell(path)} (${how})`)
        }),
      )
    }
    expect(let_in).toEqual([])
    expect(barred().length).toBeGreaterThan(20)
  })

  it('comes in by no other method, and by no header that would have it be one', async () => {
    const let_in: string[] = []
    for (const row of barred()) {
      const path = pathOf(row, who[name]!.parts)
      const tries: [string, Record<string, string>][] = [
        ...METHODS.map((m): [string, Record<string, string>] => [m, {}]),
        ...Object.values(DISGUISES).map((h): [string, Record<string, string>] => [methodOf(row), h]),
      ]
      await Promise.all(
        tries.map(async ([method, headers]) => {
          // Another method may be another route, which may be theirs.
          const other = table.find((r) => r.path === row.path && r.method === (method === 'HEAD' ? 'GET' : method))
          if (other && !who[name]!.barred(other.rules!.who)) return
          const status = (await ask(name, method, path, headers))?.status
          if (wrong(status)) let_in.push(`${status} ${method} ${path} ${JSON.stringify(headers)}`)
        }),
      )
    }
    expect(let_in).toEqual([])
  })

  it('comes in by no two or three of them at once', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.nat(),
        fc.array(fc.constantFrom(...Object.values(SPELLINGS)), { minLength: 2, maxLength: 3 }),
        fc.constantFrom({}, ...Object.values(DISGUISES)),
        async (n, spellings, headers) => {
          const row = barred()[n % barred().length]!
          const target = spellings.reduce((path, spell) => spell(path), pathOf(row, who[name]!.parts))
          const answer = await ask(name, methodOf(row), target, headers)
          expect(wrong(answer?.status), `${answer?.status} ${methodOf(row)} ${target}`).toBe(false)
        },
      ),
      { numRuns: 250 },
    )
  })
})

describe('a request for somebody else', () => {
  it('is refused by its Host, before anything else looks at it', async () => {
    for (const host of ['evil.example', '', 'localhost', `localhost.evil.example:${new URL(server.origin).port}`]) {
      for (const target of ['/', '/api/health', '/icon.svg', '/sign-in'])
        expect([host, target, (await raw(server, 'GET', target, { host }))?.status]).toEqual([
          host,
          target,
          expect.toSatisfy((s: number) => s >= 400 && s < 500),
        ])
    }
  })

  it('is refused by its Origin wherever something is written', async () => {
    for (const row of table.filter((r) => r.method !== 'GET' && !r.rules?.signed && r.path !== '/api/**'))
      for (const origin of [
        'https://evil.example',
        'null',
        'http://',
        `${server.origin}.evil.example`,
        server.origin.replace('http:', 'https:'),
      ]) {
        const answer = await raw(
          server,
          row.method === 'any' ? 'POST' : row.method,
          pathOf(row, who.nobody!.parts),
          { origin },
          '{}',
        )
        expect([row.path, origin, answer?.status]).toEqual([row.path, origin, 403])
      }
  })
})
