import { and, eq } from 'drizzle-orm'
import { toDataURL } from 'qrcode'
import type { PaperDocument } from '../../core/document/model'
import { para, run } from '../../core/document/plain'
import { dayIn } from '../../shared/words'
import { codeOfVisit } from '../desk/codes'
import { posterInWorker } from '../files/pool'
import { now } from '../platform/clock'
import { db } from '../platform/db/client'
import { contacts, guests, jobs } from '../platform/db/schema'
import { Problem, notFound } from '../platform/problem'
import { theBusiness } from '../records/business'

/** Read at arm’s length by the desk’s camera, on a badge of A6; in points. */
const CODE = 110

/** What a guest wears: their name, what they came to, and the code that finds them at the desk. */
export async function badgePdf(jobId: string, contactId: string): Promise<Uint8Array> {
  const { name, settings } = await theBusiness()
  if (!settings.desk.badges) throw new Problem('not-now', 'Badges are off. Turn them on under Settings, Front desk.')
  const [row] = await db()
    .select({ who: contacts.name, title: jobs.title, day: jobs.day })
    .from(guests)
    .innerJoin(contacts, eq(contacts.id, guests.contactId))
    .innerJoin(jobs, eq(jobs.id, guests.jobId))
    .where(and(eq(guests.jobId, jobId), eq(guests.contactId, contactId)))
  if (!row) throw notFound('visit')
  const code = codeOfVisit(jobId, contactId)
  const document: PaperDocument = {
    title: row.who,
    language: settings.language,
    parties: [],
    header: [],
    footer: [para([run(name)], { align: 'center', small: true })],
    body: [
      { t: 'heading', level: 1, content: [run(row.who)] },
      para([run([row.title, row.day && dayIn(settings.language, row.day)].filter(Boolean).join(', '))]),
      { t: 'space', height: 8 },
      {
        t: 'image',
        src: await toDataURL(code, { margin: 1, scale: 12, errorCorrectionLevel: 'M' }),
        alt: code,
        width: CODE,
        height: CODE,
        align: 'center',
      },
      para([run(code)], { align: 'center' }),
    ],
  }
  return posterInWorker({ document, at: now(), author: name, size: 'card' })
}
