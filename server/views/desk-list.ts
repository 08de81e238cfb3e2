import { cell, para, run } from '../../core/document/plain'
import { OF_AGE } from '../../core/visits/owes'
import { formatDay, localOf } from '../../core/calendar/dates'
import type { PaperDocument } from '../../core/document/model'
import { renderPaper } from '../files/pool'
import { now } from '../platform/clock'
import { theBusiness } from '../records/business'
import { deskView } from './desk'

const STATES = { expected: 'not here', here: 'here', gone: 'gone', 'turned away': 'turned away' } as const

/** Who is here, and who was expected, on a day or in one session: as one PDF to hang at the gate or hand to a warden. */
export async function deskListPdf(day?: string, job?: string): Promise<Uint8Array> {
  const { name, timeZone, settings } = await theBusiness()
  const view = await deskView(day)
  const sessions = view.sessions.filter((s) => !job || s.jobId === job)
  const clock = (at: string | null) => (at ? localOf(at, timeZone).slice(11, 16) : '')
  const at = now()
  const document: PaperDocument = {
    title: `Who is here, ${view.day}`,
    language: 'en-GB',
    paper: settings.paper,
    parties: [],
    header: [],
    footer: [
      para([run(`${name} · ${view.day}, as of ${clock(at)} · page `), { t: 'page' }, run(' of '), { t: 'pages' }], {
        align: 'center',
        small: true,
      }),
    ],
    body: [
      { t: 'heading', level: 1, content: [run('Who is here')] },
      para([run(`${formatDay(view.day, view.today)}, as of ${clock(at)}`)]),
      ...sessions.flatMap((s): PaperDocument['body'] => [
        { t: 'heading', level: 2, content: [run([s.time, s.title].filter(Boolean).join(' '))] },
        para([
          run(
            `${s.counts.here} here · ${s.counts.expected} expected · ${s.counts.gone} gone${s.counts.away ? ` · ${s.counts.away} turned away` : ''}`,
          ),
        ]),
        {
          t: 'table',
          columns: [{ width: 190 }, { width: 80 }, { width: 60 }, { width: 60 }, { width: 100 }],
          head: ['Name', 'State', 'Came', 'Left', 'Paper'].map((t) => [run(t)]),
          rows: view.visits
            .filter((v) => v.jobId === s.jobId)
            .map((v) => ({
              cells: [
                cell(
                  [v.age !== null && v.age < OF_AGE ? `${v.name}, ${v.age}` : v.name, v.with && `with ${v.with}`]
                    .filter(Boolean)
                    .join(', '),
                ),
                cell(STATES[v.state]),
                cell(clock(v.cameAt)),
                cell(v.state === 'gone' ? clock(v.since) : ''),
                cell(v.signedAt ? 'signed' : v.step === 'ready' ? '' : v.step === 'refused' ? 'refused' : 'not signed'),
              ],
            })),
        },
      ]),
      ...(sessions.length ? [] : [para([run('Nobody is expected.')])]),
    ],
  }
  return (await renderPaper({ document, figures: null, at, author: name })).pdf
}
