import { randomUUID } from 'node:crypto'
import type { StandingLinkView } from '../../shared/out/standing-links'
import { Caller, signedIn } from '../../tests/support/caller'
import { inDays, makeJob } from '../../tests/support/line'
import { type TestServer, until } from '../../tests/support/server'
import { median, signAtOnce } from '../load/signing'
import type { Figure } from './measure'

const PEOPLE = 200

/** Two hundred people on one standing link at once: all open it, answer, read and sign, each as fast as they are answered. */
export async function standing(server: TestServer): Promise<Figure[]> {
  const idle: number[] = []
  for (let i = 0; i < 200; i += 1) {
    const begun = performance.now()
    await (await fetch(`${server.origin}/api/health`)).arrayBuffer()
    idle.push(performance.now() - begun)
  }
  const baseline = median(idle)
  const owner = await signedIn(server)
  const { id: jobId } = await makeJob(owner, {
    kindId: 'session',
    title: 'A full shore',
    lines: [],
    starts: `${inDays(2)}T14:00`,
    ends: `${inDays(2)}T16:00`,
    people: PEOPLE,
  })
  const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', {
    name: 'A full shore',
    jobId,
    settings: {},
  })
  await owner.must('POST', `/api/standing-links/${id}/act`, { act: 'open' })
  const link = () => owner.must<StandingLinkView>('GET', `/api/standing-links/${id}`)
  const token = (await link()).url.split('/').at(-1)!
  const [opens, answers]: [number[], number[]] = [[], []]
  const begun = performance.now()
  const tokens = await Promise.all(
    Array.from({ length: PEOPLE }, async (_, i) => {
      const me = new Caller(server)
      const opened = performance.now()
      await me.must('GET', `/api/open/${token}`)
      opens.push(performance.now() - opened)
      const asked = performance.now()
      const { path } = await me.must<{ path: string }>('POST', `/api/open/${token}`, {
        id: randomUUID(),
        name: `Swimmer ${i}`,
        phone: '01632 960 733',
        born: '1990-01-01',
      })
      answers.push(performance.now() - asked)
      return path.slice('/s/'.length)
    }),
  )
  const answered = performance.now() - begun
  const signed = await signAtOnce(server, { jobId, tokens, seconds: 0, others: [] })
  if (signed.lost || signed.twice) throw new Error(`${signed.lost} lost, ${signed.twice} twice`)
  const { counts } = await until(link, (l) => l.counts.signed === PEOPLE)
  if (counts.free !== 0) throw new Error(`${counts.free} places are left of ${PEOPLE}`)
  const figure = (name: string, value: number, most?: number): Figure => ({
    name,
    value,
    unit: 'ms',
    baseline,
    ratio: value / baseline,
    goal: most ? { value: most } : {},
  })
  return [
    figure('200 on a standing link: it opened', median(opens)),
    figure('200 on a standing link: papers made for all', answered),
    figure('200 on a standing link: an answer', median(answers)),
    figure('200 on a standing link: a finish answered', median(signed.finishes), 500),
  ]
}
