import type { MailGiven } from '../../shared/setup'
import { passwordFor, sealedPassword } from '../gateways/mail'
import { changeSettings } from './settings'

/** Sets how mail goes out; an empty password keeps the one of the same account. Null: mail waits. */
export async function changeMail(given: MailGiven | null): Promise<void> {
  if (!given) return changeSettings({ mail: null })
  const password = await passwordFor(given)
  await changeSettings({ mail: { ...given, password: password && sealedPassword(password) } })
}
