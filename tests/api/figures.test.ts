import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Minor, minor } from '../../core/money/money'
import type { Stage } from '../../core/payment-plan/plan'
import { type Choices, applyChoices } from '../../core/pricing/choices'
import { price } from '../../core/pricing/pricing'
import { Caller, signedIn } from '../support/caller'
import {
  ORCHARD,
  countersign,
  finish,
  filled,
  jobOf,
  linkTo,
  makeJob,
  makePaper,
  paperOf,
  priced,
  send,
  sign,
  viewOf,
} from '../support/line'
import { manage, personIn, plan } from '../support/rounds'
import { TestServer, until } from '../support/server'

/** For any choice, everything that names an amount names the same: the sealed papers, the job, its plan, the invoice, the export. */
let server: TestServer, owner: Caller
const folder = mkdtempSync(join(tmpdir(), 'figures-'))
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const LINES = [
  ...ORCHARD,
  priced({ key: 'wood', description: 'Split birch', group: 'fuel', unitPrice: minor(3333) }),
  priced({
    key: 'gas',
    description: 'Gas burner',
    group: 'fuel',
    chosen: false,
    unitPrice: minor(7455),
    discount: { percent: '10' },
  }),
]
const choices = fc
  .record({ tub: fc.boolean(), gas: fc.boolean(), hours: fc.integer({ min: 4, max: 12 }) })
  .map((c): Choices => ({ taken: { tub: c.tub, gas: c.gas, wood: !c.gas }, quantities: { fire: String(c.hours) } }))

/** Every amount on a sealed paper before its record, as poppler reads them. */
function amountsIn(pdf: Uint8Array): number[] {
  const path = join(folder, 'read.pdf')
  writeFileSync(path, pdf)
  const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })
  const paper = text.slice(0, text.indexOf('Signing record'))
  return [...paper.matchAll(/£([\d,]+\.\d\d)/g)].map((m) => Number(m[1]!.replace(/\D/g, '')))
}
interface Exported {
  lines: { key: string; quantity: string; chosen: boolean; net: Minor }[]
  totals: {
    net: Minor
    tax: Minor
    total: Minor
    subtotal: Minor
    discount: Minor
    byRate: { net: Minor; tax: Minor }[]
  }
  stages: Stage[]
  invoice: { total: Minor; net: Minor; tax: Minor; balance: Minor; deductions: { amount: Minor }[] } | null
}
const exported = (job: string) => owner.must<Exported>('GET', `/api/jobs/${job}/export`)
const sealed = async (paper: string) => {
  await until(
    () => paperOf(owner, paper),
    (p) => !!p.round?.sealed,
    60,
  )
  return owner.raw(`/api/papers/${paper}/sealed`)
}

/** Holds one job's papers, money and export against what the core makes of a choice. */
async function agrees(job: string, quote: string, chosen: Choices, discount: { percent: string } | null) {
  const { lines } = applyChoices(LINES, chosen)
  const right = price({ lines, discount, pricesIncludeTax: false })
  const data = await exported(job)
  expect(data.totals).toMatchObject({ net: right.net, tax: right.tax, total: right.total, subtotal: right.subtotal })
  expect(data.lines.map((l) => [l.key, l.quantity, l.chosen])).toEqual(lines.map((l) => [l.key, l.quantity, l.chosen]))
  const ordinary = data.stages.filter((s) => !s.held)
  expect(ordinary.reduce((n, s) => n + s.amount, 0)).toBe(right.total)
  const known = new Set<number>([
    ...lines.map((l) => l.unitPrice),
    ...right.lines.flatMap((l) => [l.net, l.gross, l.discount]),
    ...right.groups.flatMap((g) => [g.net, g.tax]),
    ...data.stages.map((s) => s.amount),
    ...[right.subtotal, right.discount, right.net, right.tax, right.total],
  ])
  const amounts = amountsIn(await sealed(quote))
  expect(amounts).toContain(right.total)
  for (const s of ordinary) expect(amounts).toContain(s.amount)
  for (const amount of amounts) expect(known, `${amount} stands on the sealed quote`).toContain(amount)
  return { right, known, data }
}

describe('every figure of a job', () => {
  it.each(fc.sample(fc.tuple(choices, fc.constantFrom(null, { percent: '7.5' })), { numRuns: 4, seed: 12 }))(
    'agrees for choice %j, discount %j',
    async (chosen, discount) => {
      const job = await makeJob(owner, { lines: LINES, discount })
      const quote = await makePaper(owner, job.id, 'quote')
      await send(owner, quote)
      const client = new Caller(server)
      await sign(client, await linkTo(owner, job.email), chosen)
      const { right, known } = await agrees(job.id, quote, chosen, discount)
      const contract = (await jobOf(owner, job.id)).papers.find((p) => p.kind === 'contract')!.id
      await send(owner, contract, { subject: 'The contract' })
      await sign(client, await linkTo(owner, job.email, /The contract/))
      await countersign(owner, contract)
      const amounts = amountsIn(await sealed(contract))
      expect(amounts).toContain(right.total)
      for (const amount of amounts) expect(known, `${amount} stands on the contract`).toContain(amount)
      const { invoice } = await until(
        () => exported(job.id),
        (d) => !!d.invoice,
      )
      expect(invoice).toMatchObject({ net: right.net, tax: right.tax, total: right.total })
      expect(invoice!.deductions.reduce((n, d) => n + d.amount, 0) + invoice!.balance).toBe(right.total)
    },
  )

  it('agrees after a correction and for whoever took the client’s place: what was chosen before counts for nothing', async () => {
    const job = await makeJob(owner, { lines: LINES })
    const quote = await makePaper(owner, job.id, 'quote')
    await send(owner, quote)
    const first: Choices = { taken: { tub: false }, quantities: { fire: '12' } }
    const client = new Caller(server)
    const token = await linkTo(owner, job.email)
    const view = await viewOf(client, token)
    await client.call('PUT', `/api/sign/${token}`, { draft: filled(view, first), basedOn: view.version })
    await manage(owner, quote, {
      do: 'replace',
      person: (await personIn(owner, quote, 'Petra Holm')).id,
      name: 'Jan Holm',
      email: `jan-${job.email}`,
    })
    const chosen: Choices = { taken: {}, quantities: {} }
    await sign(client, await linkTo(owner, `jan-${job.email}`), chosen)
    await agrees(job.id, quote, chosen, null)
  })

  it('in one round with its contract, the contract says what was chosen on the quote, too', async () => {
    const job = await makeJob(owner, { lines: LINES })
    const quote = await makePaper(owner, job.id, 'quote')
    const contract = await makePaper(owner, job.id, 'contract')
    await plan(owner, quote, (p) => ({ papers: [...p.papers, contract] }))
    await plan(owner, quote, (p) => ({
      people: p.people.map((x) => ({
        ...x,
        stands: x.memberId
          ? [{ paper: contract, party: 'business' }]
          : [quote, contract].map((paper) => ({ paper, party: 'client' })),
      })),
    }))
    await send(owner, quote)
    const chosen: Choices = { taken: { tub: false, gas: true, wood: false }, quantities: { fire: '4' } }
    const client = new Caller(server)
    const token = await linkTo(owner, job.email)
    const view = await viewOf(client, token)
    expect((await finish(client, token, filled(view, chosen), view.version)).status).toBe(200)
    if ((await paperOf(owner, contract)).round!.people.some((p) => p.status !== 'done'))
      await countersign(owner, contract)
    const { known, right } = await agrees(job.id, quote, chosen, null)
    const amounts = amountsIn(await sealed(contract))
    expect(amounts).toContain(right.total)
    for (const amount of amounts) expect(known, `${amount} stands on the contract`).toContain(amount)
  })
})
