import type { MailGiven } from '../../shared/setup'
import { sealedPassword } from '../gateways/mail'
import { write } from '../platform/db/client'
import { business } from '../platform/db/schema'
import { theBusiness } from '../records/business'

/** Sets how mail goes out; an empty password keeps the one that is there. Null: mail waits. */
export async function changeMail(given: MailGiven | null): Promise<void> {
  await write(async (tx) => {
    const { settings } = await theBusiness()
    const password = given && (given.password ? sealedPassword(given.password) : (settings.mail?.password ?? ''))
    const mail = given && {
      host: given.host,
      port: given.port,
      user: given.user,
      from: given.from,
      password: password!,
    }
    await tx.update(business).set({ settings: { ...settings, mail } })
  })
}
