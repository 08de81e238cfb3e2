import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import type { PricedLine } from '../../core/pricing/pricing'
import type { LibraryView } from '../../shared/library'
import { Caller, signedIn } from '../support/caller'
import {
  agreedJob,
  finish,
  filled,
  inDays,
  jobOf,
  linkTo,
  mailsTo,
  makeJob,
  makePaper,
  priced,
  send,
  sign,
  viewOf,
} from '../support/line'
import { TestServer, until } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const save = async (id: string, lines: PricedLine[], more: object = {}) =>
  owner.call('PUT', `/api/jobs/${id}/lines`, {
    lines,
    discount: null,
    version: (await jobOf(owner, id)).version,
    ...more,
  })
const of = (name: string, taken: boolean) => ({ variant: { name, taken } })
const SIDE_BY_SIDE = [
  priced({ key: 'tour', description: 'The journey there', unitPrice: minor(10_000) }),
  priced({ key: 'one', description: 'One sauna', unitPrice: minor(40_000), ...of('Small', true) }),
  priced({ key: 'two', description: 'Two saunas', unitPrice: minor(70_000), ...of('Large', false) }),
  priced({
    key: 'tub',
    description: 'A plunge tub',
    unitPrice: minor(5_000),
    optional: true,
    chosen: false,
    ...of('Large', false),
  }),
]

describe('variants side by side', () => {
  it('the client takes one on their page: it is agreed, invoiced and told; the other has lapsed', async () => {
    const { id, email } = await makeJob(owner, { lines: SIDE_BY_SIDE })
    expect((await jobOf(owner, id)).priced.total).toBe(60_000)
    await send(owner, await makePaper(owner, id, 'quote'))
    const token = await linkTo(owner, email)
    const client = new Caller(server)
    const view = await viewOf(client, token)
    const taking = (taken: Record<string, boolean>) => finish(client, token, filled(view, { taken }))
    expect((await taking({ 'variant:Small': true, 'variant:Large': true })).status).toBe(422)
    expect((await taking({ 'variant:Small': false })).status).toBe(422)
    expect((await taking({ 'variant:Huge': true })).status).toBe(422)
    await sign(client, token, { taken: { 'variant:Small': false, 'variant:Large': true, tub: true } })
    const after = await until(
      () => jobOf(owner, id),
      (j) => j.papers.some((p) => p.kind === 'contract'),
    )
    expect(after.priced.total).toBe(1.2 * 85_000)
    expect(after.lines.map((l) => [l.key, l.variant?.taken ?? null])).toEqual([
      ['tour', null],
      ['one', false],
      ['two', true],
      ['tub', true],
    ])
    const accepted = after.thread.find((t) => t.type === 'accepted')!
    expect(accepted.detail).toBe('Large taken, Small lapsed, A plunge tub taken')
    const exported = await owner.must<{ lines: { key: string; chosen: boolean; variant: string | null }[] }>(
      'GET',
      `/api/jobs/${id}/export`,
    )
    expect(exported.lines.filter((l) => l.chosen).map((l) => l.key)).toEqual(['tour', 'two', 'tub'])
  })

  it('none or two that are taken, and a line of that name, are refused, and nothing is kept of it', async () => {
    const { id } = await makeJob(owner, { lines: SIDE_BY_SIDE })
    for (const lines of [
      SIDE_BY_SIDE.map((l) => (l.variant ? { ...l, variant: { ...l.variant, taken: false } } : l)),
      SIDE_BY_SIDE.map((l) => (l.variant ? { ...l, variant: { ...l.variant, taken: true } } : l)),
      [priced({ key: 'variant:Small' })],
    ])
      expect((await save(id, lines)).status).toBe(422)
    expect((await jobOf(owner, id)).lines).toHaveLength(4)
  })
})

describe('sections and prices from so many on', () => {
  it('come off together, to the cent, also on the invoice; a quantity has the price of so many', async () => {
    const s = (percent: string) => ({ section: { name: 'The evening', discount: { percent } } })
    const breaks = [
      { from: '0', unitPrice: minor(333) },
      { from: '10', unitPrice: minor(299) },
    ]
    const lines = [
      priced({ key: 'a', unitPrice: minor(333), breaks, quantity: '10', ...s('10') }),
      priced({ key: 'b', unitPrice: minor(1_001), ...s('10') }),
      priced({ key: 'c', unitPrice: minor(500) }),
    ]
    const { id } = await agreedJob(owner, { lines, starts: `${inDays(3)}T10:00`, ends: `${inDays(3)}T12:00` })
    const { priced: p, lines: kept } = await jobOf(owner, id)
    expect(kept[0]!.unitPrice).toBe(299)
    expect(p.lines.map((l) => l.net)).toEqual([2_990 - 299, 1_001 - 100, 500])
    const { invoice } = await until(
      () => jobOf(owner, id),
      (j) => !!j.invoice,
    )
    expect(invoice!.total).toBe(p.total)
    const differs = [lines[0]!, { ...lines[1]!, ...s('20') }]
    expect((await save((await makeJob(owner)).id, differs)).status).toBe(422)
    const down = [priced({ breaks: [...breaks].reverse() })]
    expect((await save((await makeJob(owner)).id, down)).status).toBe(422)
  })
})

describe('a package', () => {
  it('is sold as one line, says what is in it, and takes what it is made up of from what there is', async () => {
    const item = { unit: '', taxRate: '20', unitPrice: 0 }
    const towel = { ...item, description: 'Towel', code: 'TWL', stock: 30 }
    const { id: towels } = await owner.must<{ id: string }>('POST', '/api/items', towel)
    const contents = [{ quantity: '20', unit: '', description: 'Towel', item: towels }]
    const evening = { ...item, description: 'Evening for twenty', unitPrice: 50_000, contents }
    await owner.must('POST', '/api/items', evening)
    const { catalogue } = await owner.must<LibraryView>('GET', '/api/library')
    expect(catalogue.find((i) => i.description === evening.description)).toMatchObject({ contents })
    const days = { starts: `${inDays(50)}T10:00`, ends: `${inDays(50)}T22:00` }
    const line = (quantity: string) =>
      priced({ key: 'p', description: evening.description, unitPrice: minor(50_000), quantity, contents })
    const first = await agreedJob(owner, { ...days, lines: [line('1')] })
    expect((await jobOf(owner, first.id)).short).toEqual([])
    const { id } = await makeJob(owner, { ...days, lines: [line('1')] })
    expect((await jobOf(owner, id)).short).toMatchObject([
      { item: towels, wanted: '40', stock: 30, jobs: [{ id: first.id }] },
    ])
  })
})

describe('a client who owes the tax', () => {
  it('is charged none: on the invoice, in both formats as AE with their number, and apart in the books', async () => {
    const lines = [priced({ key: 'a', unitPrice: minor(100_000) })]
    const job = await agreedJob(owner, {
      lines,
      reverseCharge: true,
      starts: `${inDays(3)}T10:00`,
      ends: `${inDays(3)}T12:00`,
    })
    const view = await jobOf(owner, job.id)
    expect(view.priced).toMatchObject({ net: 100_000, tax: 0, total: 100_000, groups: [{ rate: '0', net: 100_000 }] })
    // It waits for their number, and says so; then it goes by itself.
    await until(
      () => jobOf(owner, job.id),
      (j) => j.thread.some((t) => t.type === 'invoice-waits' && t.detail.includes('tax number of Petra Holm')),
    )
    await owner.must('PATCH', `/api/contacts/${view.client!.id}`, { taxNumber: 'DE 136 695 976' })
    const { invoices } = await until(
      () => jobOf(owner, job.id),
      (j) => j.invoices.some((i) => i.ready),
    )
    const xml = async (as: string) =>
      (await owner.call<string>('GET', `/api/invoices/${invoices[0]!.id}/xml?as=${as}`)).body
    const [ubl, cii] = [await xml('ubl'), await xml('cii')]
    for (const text of [ubl, cii]) {
      expect(text).toContain('VATEX-EU-AE')
      expect(text).toContain('DE136695976')
      expect(text).toContain('Reverse charge')
    }
    expect(ubl).toContain('<cbc:TaxInclusiveAmount currencyID="GBP">1000.00<')
    expect(
      await server.rows("select account, amount from ledger_entries where job_id = ? and account like 'rev%'", [
        job.id,
      ]),
    ).toEqual([{ account: 'revenue reverse', amount: -100_000 }])
    expect((await mailsTo(owner, job.email)).some((m) => m.text.includes('£1,000.00'))).toBe(true)
  })

  it('prices with the tax inside lose it; it is switched until it is agreed, and not by an extra', async () => {
    const { id } = await makeJob(owner, { kindId: 'session', lines: [priced({ key: 'a', unitPrice: minor(12_000) })] })
    const before = await jobOf(owner, id)
    expect(before.pricesIncludeTax).toBe(true)
    expect((await save(id, before.lines, { reverseCharge: true })).status).toBe(200)
    expect((await jobOf(owner, id)).priced).toMatchObject({ subtotal: 12_000, total: 10_000, tax: 0 })
    // Lines saved by somebody whose page doesn't know it leave it as it is.
    expect((await save(id, before.lines)).status).toBe(200)
    expect((await jobOf(owner, id)).reverseCharge).toBe(true)
    expect((await save(id, before.lines, { reverseCharge: false })).status).toBe(200)
    expect((await jobOf(owner, id)).priced.total).toBe(12_000)
  })
})
