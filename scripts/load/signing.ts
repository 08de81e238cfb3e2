import { Caller, signedIn } from '../../tests/support/caller'
import { filled, makeJob } from '../../tests/support/line'
import { type TestServer, until } from '../../tests/support/server'
import type { SignerView } from '../../shared/signer'

export const median = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0
export const quantile = (list: readonly number[], q: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * q))] ?? 0

async function waiverTemplate(owner: Caller): Promise<string> {
  const { templates } = await owner.must<{ templates: { id: string; kind: string }[] }>('GET', '/api/library')
  return templates.find((t) => t.kind === 'waiver')!.id
}

export interface Sent {
  jobId: string
  /** Seconds from pressing send until the last message had gone. */
  seconds: number
  tokens: string[]
  /** Milliseconds of others' requests meanwhile. */
  others: number[]
}

/** Sends one paper to a list of so many, while somebody else goes on looking at their screens. */
export async function sendToList(server: TestServer, people: number, name: string): Promise<Sent> {
  const owner = await signedIn(server)
  const { id: jobId } = await makeJob(owner, { title: `List of ${people}` })
  const csv = ['name,email', ...Array.from({ length: people }, (_, i) => `Guest ${i},${name}${i}@guests.example`)].join(
    '\n',
  )
  const templateId = await waiverTemplate(owner)
  const others: number[] = []
  let going = true
  const somebody = (async () => {
    const paths = ['/api/today', '/api/jobs', `/api/papers`, '/api/money']
    for (let i = 0; going; i += 1) {
      const begun = performance.now()
      await owner.must('GET', paths[i % paths.length]!)
      others.push(performance.now() - begun)
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  })()
  const begun = performance.now()
  const body = { templateId, key: `load-${name}`, subject: 'Your waiver', message: 'Hello {first},\nplease sign.', csv }
  await owner.must('POST', `/api/jobs/${jobId}/lists`, body)
  const like = `${name}%@guests.example`
  await until(
    () => server.rows('select count(*) n from messages where "to" like ?', [like]),
    ([r]) => Number(r!.n) >= people,
    600,
  )
  const seconds = (performance.now() - begun) / 1000
  going = false
  await somebody
  const mails = await server.rows('select secrets from messages where "to" like ? order by id', [like])
  const tokens = mails.map((m) => server.tokenIn(String(m.secrets)))
  return { jobId, seconds, tokens, others }
}

export interface Signed {
  /** Milliseconds until each press of the last button was answered. */
  finishes: number[]
  /** Milliseconds until each page stood. */
  pages: number[]
  /** Seconds from the last signature until the last paper was sealed. */
  sealedAfter: number
  lost: number
  twice: number
}

/** Everybody on the list signs at once: opens the page, fills it, keeps it, signs, some of them twice. */
export async function signAtOnce(server: TestServer, { jobId, tokens }: Sent): Promise<Signed> {
  const finishes: number[] = []
  const pages: number[] = []
  const timed = async <T>(list: number[], work: () => Promise<T>): Promise<T> => {
    const begun = performance.now()
    const result = await work()
    list.push(performance.now() - begun)
    return result
  }
  await Promise.all(
    tokens.map(async (token, i) => {
      const me = new Caller(server)
      const page = await timed(pages, () => me.get(`/s/${token}`))
      if (page.status !== 200) throw new Error(`page: ${page.status}`)
      const view = await me.must<SignerView>('GET', `/api/sign/${token}`)
      await me.post(`/api/sign/${token}/opened`, {})
      const draft = filled(view)
      const { version } = await me.must<{ version: number }>('PUT', `/api/sign/${token}`, {
        draft,
        basedOn: view.version,
      })
      const finish = () =>
        me.post<{ title?: string }>(`/api/sign/${token}/finish`, { draft, consent: true, basedOn: version })
      // Every tenth presses twice, as people do.
      const answers = await Promise.all([timed(finishes, finish), ...(i % 10 === 0 ? [finish()] : [])])
      const bad = answers.find((a) => a.status !== 200)
      if (bad) throw new Error(`finish: ${bad.status} ${bad.body.title}`)
    }),
  )
  const begun = performance.now()
  const of = `from round_events e join rounds r on r.id = e.round_id where r.job_id = ?`
  await until(
    () => server.rows(`select count(*) n ${of} and e.type = 'sealed'`, [jobId]),
    ([r]) => Number(r!.n) >= tokens.length,
    300,
  )
  const sealedAfter = (performance.now() - begun) / 1000
  const signed = await server.rows(
    `select json_extract(e.data, '$.person') p, count(*) n ${of} and e.type = 'signed' group by 1`,
    [jobId],
  )
  return {
    finishes,
    pages,
    sealedAfter,
    lost: tokens.length - signed.length,
    twice: signed.filter((s) => Number(s.n) > 1).length,
  }
}
