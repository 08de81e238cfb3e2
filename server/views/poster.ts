import { toDataURL } from 'qrcode'
import { para, run } from '../../core/document/plain'
import type { PaperDocument } from '../../core/document/model'
import { dayIn } from '../../shared/words'
import { saysIn } from '../../shared/words/says'
import { posterInWorker } from '../files/pool'
import type { PosterSize } from '../files/worker/index'
import { now } from '../platform/clock'
import { db } from '../platform/db/client'
import { jobs } from '../platform/db/schema'
import { standingUrl } from '../platform/tokens'
import { theBusiness } from '../records/business'
import { loadStandingLink } from '../rounds/open/links'
import { eq } from 'drizzle-orm'

/** Wide enough to be read from two steps away on A4, at arm's length on a card; in points of the laid-out sheet. */
const CODE = 150

/** A sheet to hang up with a standing link's address as a QR code, and its code where it has one. */
export async function posterPdf(id: string, size: PosterSize): Promise<{ pdf: Uint8Array; name: string }> {
  const link = await loadStandingLink(id)
  const { name, settings } = await theBusiness()
  const [session] = link.jobId
    ? await db()
        .select({ day: jobs.day, starts: jobs.starts, place: jobs.place })
        .from(jobs)
        .where(eq(jobs.id, link.jobId))
    : []
  const says = saysIn(settings.language)
  const url = standingUrl(link.token)
  const when = session?.day
    ? [`${dayIn(settings.language, session.day)}, ${session.starts!.slice(11, 16)}`, session.place]
        .filter(Boolean)
        .join(' · ')
    : ''
  const document: PaperDocument = {
    title: link.name,
    language: settings.language,
    parties: [],
    header: [],
    footer: [para([run(name)], { align: 'center', small: true })],
    body: [
      { t: 'heading', level: 1, content: [run(link.name)] },
      ...(when ? [para([run(when)])] : []),
      { t: 'space', height: 8 },
      {
        t: 'image',
        src: await toDataURL(url, { margin: 1, scale: 12, errorCorrectionLevel: 'M' }),
        alt: url,
        width: CODE,
        height: CODE,
        align: 'center',
      },
      { t: 'space', height: 6 },
      para([run(says('posterHow'))]),
      ...(link.settings.code
        ? [para([{ t: 'text', text: says('posterCode', { code: link.settings.code }), marks: ['bold'] }])]
        : []),
      para([run(url)], { small: true }),
    ],
  }
  return { pdf: await posterInWorker({ document, at: now(), author: name, size }), name: `${link.name}, ${size}.pdf` }
}
