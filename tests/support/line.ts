import { minor } from '../../core/money/money'
import type { PricedLine } from '../../core/pricing/pricing'
import type { JobView } from '../../shared/jobs'
import type { PaperView } from '../../shared/papers'
import type { SignerView } from '../../shared/signer'
import type { SignerDraft } from '../../shared/signing'
import { Caller } from './caller'
import { until } from './server'

export const priced = (over: Partial<PricedLine> = {}): PricedLine => ({
  key: 'sauna',
  description: 'Barrel sauna, Friday to Sunday',
  unit: '',
  quantity: '1',
  unitPrice: minor(42000),
  discount: null,
  taxRate: '20',
  optional: false,
  group: null,
  chosen: true,
  clientQuantity: null,
  ...over,
})
/** The orchard weekend: a fixed line, one to take or leave, one whose quantity the client sets, and miles. */
export const ORCHARD = [
  priced(),
  priced({ key: 'tub', description: 'Cold plunge tub', unitPrice: minor(9500), optional: true }),
  priced({
    key: 'fire',
    description: 'Fire-keeper',
    unit: 'h',
    quantity: '6',
    unitPrice: minor(2800),
    clientQuantity: { min: '4', max: '12', step: '1' },
  }),
  priced({ key: 'miles', description: 'Delivery', unit: 'miles', quantity: '34', unitPrice: minor(120) }),
]

let count = 0
const unique = () => `t${Date.now().toString(36)}${(count += 1)}`
export const inDays = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10)

/** A job with a client of its own, thirty days ahead. */
export async function makeJob(
  owner: Caller,
  over: Record<string, unknown> = {},
): Promise<{ id: string; email: string }> {
  const email = `${unique()}@clients.example`
  const { id } = await owner.must<{ id: string }>('POST', '/api/jobs', {
    kindId: 'garden',
    title: 'Long meadow',
    client: { name: 'Petra Holm', email, address: 'Long Meadow\nSedge OX0 0AH' },
    starts: `${inDays(30)}T16:00`,
    ends: `${inDays(32)}T11:00`,
    place: 'Long Meadow, Sedge',
    people: 20,
    lines: ORCHARD,
    ...over,
  })
  return { id, email }
}

export const makePaper = async (owner: Caller, job: string, kind: string, more: object = {}): Promise<string> =>
  (await owner.must<{ id: string }>('POST', `/api/jobs/${job}/papers`, { kind, ...more })).id

/** What somebody has looked at who sends a paper now. */
export async function looked(owner: Caller, paper: string): Promise<{ seen: string; plan: number }> {
  const [{ seen }, { version }] = await Promise.all([
    paperOf(owner, paper),
    owner.must<{ version: number }>('GET', `/api/papers/${paper}/plan`),
  ])
  return { seen, plan: version }
}

export const send = async (owner: Caller, paper: string, more: object = {}) =>
  owner.must<{ roundId: string }>('POST', `/api/papers/${paper}/send`, {
    ...(await looked(owner, paper)),
    subject: 'Something to sign',
    message: 'Hello,\nplease have a look.',
    key: unique(),
    ...more,
  })

interface Mail {
  id: string
  to: string
  subject: string
  text: string
  attachments: string[]
  closed: boolean
}
/** Texts with their links, by message: each is opened once, as every look stands in its round. */
const seen = new Map<string, string>()
async function opened(owner: Caller, id: string): Promise<Mail> {
  const mail = await owner.must<Mail>('GET', `/api/post/${id}`)
  if (!mail.closed) return mail
  const key = `${owner.server.origin} ${id}`
  const text = seen.get(key) ?? (await owner.must<Mail>('POST', `/api/post/${id}/show`)).text
  seen.set(key, text)
  return { ...mail, text }
}
export const mailsTo = async (owner: Caller, to: string): Promise<Mail[]> => {
  const list = (await owner.must<Mail[]>('GET', '/api/post')).filter((m) => m.to === to)
  return Promise.all(list.map((m) => opened(owner, m.id)))
}

/** The token in the newest message to an address whose subject fits; waits for it. */
export async function linkTo(owner: Caller, to: string, subject = /./): Promise<string> {
  const mails = await until(
    () => mailsTo(owner, to),
    (list) => list.some((m) => subject.test(m.subject) && m.text.includes('/s/')),
  )
  const mail = mails.find((m) => subject.test(m.subject) && m.text.includes('/s/'))!
  return /\/s\/([\w-]+)/.exec(mail.text)![1]!
}

export const viewOf = (caller: Caller, token: string) => caller.must<SignerView>('GET', `/api/sign/${token}`)
export const jobOf = (owner: Caller, id: string) => owner.must<JobView>('GET', `/api/jobs/${id}`)
export const paperOf = (owner: Caller, id: string) => owner.must<PaperView>('GET', `/api/papers/${id}`)

/** Everything a person has to fill, filled. */
export function filled(view: SignerView, over: Partial<SignerDraft> = {}): SignerDraft {
  const values: SignerDraft['values'] = {}
  for (const f of view.person.fields) {
    if (f.preset) continue
    if (f.type === 'name') values[f.key] = view.person.name.slice(0, 200)
    if (f.type === 'tick' && f.required) values[f.key] = true
    if (f.type === 'text' && f.required) values[f.key] = 'Sam Holm, 01632 960 555'
  }
  return {
    values,
    taken: {},
    quantities: {},
    signature: { kind: 'typed', text: 'Petra Holm', face: 'caveat' },
    initials: null,
    marks: {},
    ...over,
  }
}

export const finish = (caller: Caller, token: string, draft: SignerDraft, basedOn = 0) =>
  caller.post<{ already: boolean; title: string }>(`/api/sign/${token}/finish`, { draft, consent: true, basedOn })

/** Signs as the holder of a link and insists that it worked. */
export async function sign(caller: Caller, token: string, over: Partial<SignerDraft> = {}): Promise<void> {
  let view = await viewOf(caller, token)
  if (view.state === 'affirm') {
    await caller.must('POST', `/api/sign/${token}/affirm`)
    view = await viewOf(caller, token)
  }
  const answer = await finish(caller, token, filled(view, over), view.version)
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body))
}

/** Countersigns as the member who is signed in. */
export async function countersign(owner: Caller, paper: string): Promise<void> {
  const { path } = await owner.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)
  await sign(owner, path.slice('/s/'.length), { signature: { kind: 'typed', text: 'Maren Fosse', face: 'marck' } })
}

/** A job whose contract both have signed: agreed, deposit asked for, invoice raised. */
export async function agreedJob(owner: Caller, over: Record<string, unknown> = {}) {
  const client = new Caller(owner.server)
  const job = await makeJob(owner, over)
  const contract = await makePaper(owner, job.id, 'contract')
  await send(owner, contract)
  const token = await linkTo(owner, job.email)
  await sign(client, token)
  await countersign(owner, contract)
  return { ...job, contract, token, client }
}
