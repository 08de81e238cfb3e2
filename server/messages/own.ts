import { eq } from 'drizzle-orm'
import { greeted } from '../../core/rounds/greeting'
import { db } from '../platform/db/client'
import { contacts, ownPages } from '../platform/db/schema'
import { placeOf } from '../platform/secrets'
import { theBusiness } from '../records/business'
import { saysHere } from '../records/words'
import { post } from './compose'

async function aboutOwn(contactId: string) {
  const business = await theBusiness()
  const [row] = await db()
    .select({ who: contacts, page: ownPages })
    .from(contacts)
    .innerJoin(ownPages, eq(ownPages.contactId, contacts.id))
    .where(eq(contacts.id, contactId))
  if (!row) return null
  const language = row.who.language ?? business.settings.language
  const says = await saysHere(language)
  const values = { first: greeted(row.who.name, row.who.kind === 'organisation'), business: business.name }
  return { ...row, business, language, says, values }
}

/** Sends somebody the address of their own page; not one that was renewed meanwhile. */
export async function mailOwn(key: string, contactId: string, nonce: string): Promise<void> {
  const about = await aboutOwn(contactId)
  if (!about?.who.email || about.page.nonce !== nonce) return
  const { business, language, says, values } = about
  await post(business, {
    ...{ key, about: 'papers', to: about.who.email, language },
    subject: says('mOwnSubject', values),
    paragraphs: says('mOwn', values).split(/\n{2,}/),
    button: { label: says('mOwnOpen'), to: { kind: 'own', personId: contactId, nonce } },
  })
}

/** Sends the code that opens somebody's own page. */
export async function mailOwnCode(key: string, contactId: string, nonce: string): Promise<void> {
  const about = await aboutOwn(contactId)
  if (!about) return
  const { business, language, says } = about
  await post(business, {
    ...{ key, about: 'papers', to: about.who.email, language },
    subject: says('mCodeSubject', { business: business.name }),
    paragraphs: [says('mCode', { code: placeOf(0) })],
    secrets: [{ kind: 'code', personId: contactId, nonce }],
  })
}
