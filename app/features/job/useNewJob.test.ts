import { describe, expect, it } from 'vitest'
import { KNOWN } from '../../../core/enquiry/set/known'
import { newJob } from '../../../shared/jobs'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useSession } from '../../composables/session'
import { marksOf, piecesOf } from '../enquiry/marks'
import { useLibrary } from '../library/useLibrary'
import { useNewJob } from './useNewJob'

const TODAY = KNOWN.en.today
const settings = {
  facts: [{ key: 'gate', label: 'Gate width', unit: 'm' }],
  usual: { startTime: '16:00', hours: 44 },
  templates: { quote: 't' },
}
const library = {
  kinds: KNOWN.en.kinds.map((k) => ({ ...k, settings: { ...settings, facts: k.facts } })),
  catalogue: KNOWN.en.items.map((i) => ({
    ...i,
    taxRate: '20',
    clientQuantity: null,
    words: {},
    prices: [],
    breaks: [],
    contents: [],
  })),
  templates: [],
  clauses: [],
}
const ines = { id: 'ines', name: 'Ines Marlow', email: 'ines@marlow.example', phone: '01632 960 508', kind: 'person' }

async function started(more: Parameters<typeof freshStores>[0] = {}) {
  const there = freshStores({
    'GET /api/library': () => library,
    'GET /api/contacts': ({ query }) => (/ines/i.test(String(query!.find)) ? [ines] : []),
    'POST /api/jobs': () => ({ id: 'j1' }),
    ...more,
  })
  useSession().data = {
    member: null,
    handover: false,
    pad: false,
    standins: [],
    business: {
      name: 'Larkmoor Saunas',
      email: 'hello@larkmoor.example',
      currency: 'GBP',
      timeZone: 'Europe/London',
      locale: 'en-GB',
      taxRate: '20',
      weekStart: 1,
      language: 'en',
    },
  }
  const lib = useLibrary()
  there.inPage(() => lib.follow())
  await lib.load()
  const job = useNewJob()
  job.begin()
  return { ...there, job }
}

describe('a job from what somebody wrote', () => {
  it('has what was read, of a client who is known, with lines and what is usual of its kind', async () => {
    const { job } = await started()
    await job.take('Ines Marlow, garden weekend, 12 to 14 June, 24 people, two barrels, gate is 2.60 wide', TODAY)
    expect(job.client?.id).toBe('ines')
    expect(job.record).toMatchObject({
      kindId: 'garden',
      starts: '2027-06-12T16:00',
      ends: '2027-06-14T12:00',
      people: 24,
      facts: { gate: '2.6' },
    })
    expect(job.lines.map((l) => [l.description, l.quantity, l.unitPrice])).toEqual([
      ['Barrel sauna, Friday to Sunday', '2', 42000],
    ])
    expect(newJob.safeParse(job.given()).success).toBe(true)
    expect(job.open.map((q) => q.about)).toEqual(['place'])
  })

  it('leaves what was put right by hand, whatever the text says later', async () => {
    const { job } = await started()
    await job.take('a retreat for 12 people on 5 March 2027', TODAY)
    job.record.people = 14
    job.touch('people')
    await job.take('a retreat for 12 people on 6 March 2027 at Hartside Barn, Nent', TODAY)
    expect([job.record.people, job.record.starts, job.record.place]).toEqual([
      14,
      '2027-03-06T16:00',
      'Hartside Barn, Nent',
    ])
  })

  it('takes no day of two and no kind of none, and asks', async () => {
    const { job } = await started()
    await job.take('is the barrel free 19 or 26 June? Tamsin Roe', TODAY)
    expect([job.record.starts, job.record.ends, job.record.kindId, job.newcomer.name]).toEqual([
      '',
      '',
      '',
      'Tamsin Roe',
    ])
    expect(job.open[0]).toEqual({ about: 'day', or: ['2027-06-19', '2027-06-26'] })
    const checked = newJob.safeParse(job.given())
    expect(checked.error!.issues.map((i) => i.path.join())).toEqual(['kindId'])
  })

  it('keeps only the newest reading, and nothing of an emptied text', async () => {
    const { job } = await started()
    await Promise.all([job.take('for 12 people', TODAY), job.take('for 30 people', TODAY)])
    expect(job.record.people).toBe(30)
    await job.take('  ', TODAY)
    expect(job.read).toBeNull()
    job.begin()
    expect([job.record.people, job.enquiry]).toEqual([null, ''])
  })

  it('is added once however often it is sent, with an answer or its quote', async () => {
    const { job, asked } = await started({ 'POST /api/jobs/j1/papers': () => ({ id: 'p1' }) })
    await job.take('Ines Marlow, retreat, 5 March 2027', TODAY)
    await job.add({ subject: 'Your enquiry', words: 'Where?' })
    expect(await job.addWithQuote()).toBe('/papers/p1')
    const sent = asked
      .filter((a) => a.method === 'POST' && a.path === '/api/jobs')
      .map((a) => a.body as { key: string })
    expect(sent[0]).toMatchObject({ answer: { words: 'Where?' }, enquiry: expect.stringContaining('retreat') })
    expect(sent[0]!.key).toBe(sent[1]!.key)
  })

  it('goes to the job where its quote can’t be made', async () => {
    const { job } = await started({
      'POST /api/jobs/j1/papers': () => {
        throw refusal(422, 'invalid', 'No template.')
      },
    })
    expect(await job.addWithQuote()).toBe('/jobs/j1')
  })
})

describe('the text with its marks', () => {
  it('is the text again, piece by piece, each mark of one field', async () => {
    const { job } = await started()
    const text = 'Ines Marlow, retreat, 5 or 12 March, 24 people, budget £600'
    await job.take(text, TODAY)
    const pieces = piecesOf(text, marksOf(job.read!), { from: 0, to: text.length })
    expect(pieces.map((p) => p.text).join('')).toBe(text)
    expect(pieces.filter((p) => p.mark).map((p) => [p.text, p.mark!.field, p.mark!.open])).toEqual([
      ['Ines Marlow', 'client', false],
      ['retreat', 'kind', false],
      ['5 or 12 March', 'starts', true],
      ['24 people', 'people', false],
      ['budget £600', 'notes', false],
    ])
  })
})
