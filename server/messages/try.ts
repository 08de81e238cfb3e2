import type { z } from 'zod'
import type { mailTried } from '../../shared/out/setup'
import type { tryMail } from '../../shared/setup'
import { tryMailServer } from '../gateways/mail'

/** A letter to oneself by a server as it was typed: whether it was taken, and what is wrong where it wasn't. */
export async function tryLetter({ mail, to }: z.output<typeof tryMail>): Promise<z.output<typeof mailTried>> {
  const trouble = await tryMailServer(mail, {
    to,
    subject: 'Upwold can write to you',
    text: 'This letter was sent to see whether mail goes out. It does.\n',
  })
  return trouble ? { taken: false, words: trouble } : { taken: true, words: `Sent to ${to}. Look whether it is there.` }
}
