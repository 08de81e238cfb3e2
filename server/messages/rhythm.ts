import { price } from '../../core/pricing/pricing'
import { rhythmWords } from '../../core/recurrence/words'
import { addDays } from '../../core/calendar/dates'
import { dayIn, moneyIn } from '../../shared/words'
import { clientLanguage } from '../chain/language'
import { pricedOn } from '../jobs/rhythm'
import { loadJob, basisOf } from '../records/job'
import { saysHere } from '../records/words'
import { post } from './compose'

/** Tells the client from when on each time of a rhythm costs something else. */
export async function mailPrice(key: string, jobId: string, from: string): Promise<void> {
  const loaded = await loadJob(jobId)
  const { client, business, job, rhythm } = loaded
  if (!client?.email || !rhythm?.prices.some((p) => p.from === from)) return
  const language = await clientLanguage(jobId, client.id)
  const says = await saysHere(language)
  const on = (day: string) =>
    moneyIn(language, price({ ...pricedOn(loaded, rhythm, day), ...basisOf(job) }).total, business.currency)
  await post(business, {
    key,
    about: 'money',
    to: client.email,
    language,
    subject: says('mPriceSubject', { job: job.title, date: dayIn(language, from) }),
    paragraphs: [
      says('mPrice', {
        job: job.title,
        rhythm: rhythmWords(rhythm.rule, rhythm.from, language),
        date: dayIn(language, from),
        amount: on(from),
        before: on(addDays(from, -1)),
      }),
    ],
  })
}
