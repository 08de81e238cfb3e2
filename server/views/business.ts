import { count, desc, sql } from 'drizzle-orm'
import type { BusinessView, FirstSteps } from '../../shared/out/settings'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { catalogue, jobs, members, outbox, rounds } from '../platform/db/schema'
import { numbersOf } from '../business/numbers'
import { canMail } from '../gateways/mail'
import { theBusiness } from '../records/business'

/** All that the business has set about itself. */
export async function businessView(): Promise<BusinessView> {
  const { name, legalName, address, email, phone, taxNumber, register, bank, currency, timeZone, settings } =
    await theBusiness()
  const { country, language, paper, weekStart, pricesIncludeTax, taxRates, mail, texts } = settings
  return {
    facts: { name, legalName, address, email, phone, taxNumber, register, bank },
    home: { country, timeZone, language, paper, weekStart, pricesIncludeTax, taxRates },
    look: settings.look,
    currency,
    numbers: {
      invoices: await numbersOf('invoices'),
      quotes: await numbersOf('quotes'),
      credits: await numbersOf('credits'),
    },
    terms: settings.terms,
    lateSteps: settings.lateSteps,
    desk: settings.desk,
    senders: settings.senders,
    mail: mail && { host: mail.host, port: mail.port, user: mail.user, from: mail.from, kept: !!mail.password },
    texts: texts && { url: texts.url, kind: texts.kind, body: texts.body, from: texts.from, kept: !!texts.headers },
    times: settings.times,
    stuck: await stuckMessages(),
    mailFromOutside: useConfig().mail !== null,
  }
}

/** Messages that wait because they could not be given over, and what was said last. */
export async function stuckMessages(): Promise<BusinessView['stuck']> {
  const rows = await db()
    .select({ error: outbox.lastError })
    .from(outbox)
    .where(sql`${outbox.kind} like 'mail.%' and ${outbox.doneAt} is null and ${outbox.lastError} is not null`)
    .orderBy(desc(outbox.id))
    .limit(100)
  return { waiting: rows.length, error: rows[0]?.error?.slice(0, 300) ?? '' }
}

/** What is good to do first in a business of one's own, but for what was put away. */
export async function firstSteps(): Promise<FirstSteps> {
  const { address, taxNumber, settings } = await theBusiness()
  if (settings.stepsAway.includes('all')) return { steps: [] }
  const rows = async (of: typeof catalogue | typeof jobs | typeof members | typeof rounds) =>
    (await db().select({ n: count() }).from(of))[0]!.n
  const [items, work, people, sent] = await Promise.all([rows(catalogue), rows(jobs), rows(members), rows(rounds)])
  const steps = [
    {
      key: 'facts',
      words: 'Say who you are: address and tax number',
      to: '/settings/business',
      done: !!address.trim() && !!taxNumber.trim(),
    },
    {
      key: 'logo',
      words: 'Say what you look like: logo and colours',
      to: '/settings/look',
      done: !!settings.look.logo,
    },
    { key: 'item', words: 'Say what you sell, and for how much', to: '/settings/items', done: items > 0 },
    { key: 'job', words: 'Add your first job', to: '/jobs/new', done: work > 0 },
    { key: 'sent', words: 'Send a paper, to yourself for a start', to: '/jobs', done: sent > 0 },
    { key: 'mail', words: 'Set how your mail goes out', to: '/settings/mail', done: await canMail() },
    { key: 'member', words: 'Invite whoever works with you', to: '/settings/members', done: people > 1 },
  ]
  return { steps: steps.filter((s) => !settings.stepsAway.includes(s.key)) }
}
