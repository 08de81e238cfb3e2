import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { mailboxGiven } from '../../shared/systems'
import { changeSettings } from '../business/settings'
import { fetchNew, mailboxTrouble, sealedMailbox } from '../gateways/mailbox'
import { later } from '../platform/clock'
import { write } from '../platform/db/client'
import { outbox } from '../platform/db/schema'
import { log } from '../platform/log'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { businessOrNone, theBusiness } from '../records/business'
import { takeMail } from './came-in'

/** How often the mailbox is looked into, in seconds; and where there is none. */
const EVERY = 40
const NEVER = 3600

/** Takes a letter in; one that can't be read is left where it is. */
async function takeOrLeave(bytes: Uint8Array): Promise<void> {
  try {
    await takeMail(bytes)
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    log.warn({ why: error.message }, 'A letter that came in could not be read')
  }
}

type Given = z.output<typeof mailboxGiven>

/** Sets where letters come back to; null: nowhere. The password stays where the account is the same. It is looked into first. */
export async function setMailbox(given: Given | null): Promise<void> {
  if (!given) return changeSettings({ mailbox: null })
  const kept = (await theBusiness()).settings.mailbox
  const same = kept?.host === given.host && kept.port === given.port && kept.user === given.user
  if (!given.password && !same)
    throw new Problem('invalid', 'Give the password: it isn’t said to another server.', {
      password: 'Give the password.',
    })
  const box = { ...given, password: given.password ? sealedMailbox(given.password) : kept!.password }
  try {
    await fetchNew(box, takeOrLeave)
  } catch (error) {
    const words = mailboxTrouble(error, given.host)
    throw new Problem('invalid', words, { host: words })
  }
  await changeSettings({ mailbox: box })
  // What waited long for one that wasn't there looks soon.
  await write((tx) =>
    tx
      .update(outbox)
      .set({ dueAt: later(EVERY) })
      .where(eq(outbox.key, 'mail.fetch')),
  )
}

/** The outbox's part: looks into the mailbox, and says when to look again. What can't be read is left out. */
export async function fetchMail(): Promise<{ again: string }> {
  const box = (await businessOrNone())?.settings.mailbox
  if (!box) return { again: later(NEVER) }
  try {
    await fetchNew(box, takeOrLeave)
  } catch (error) {
    log.warn({ why: mailboxTrouble(error, box.host) }, 'The mailbox could not be looked into')
  }
  return { again: later(EVERY) }
}
/** Looks into the mailbox from now on. */
export const keepFetching = (): Promise<void> => enqueue('mail.fetch', 'mail.fetch', {})
