import { eq } from 'drizzle-orm'
import type { Language } from '../../core/text/language'
import { type MessageSays, type OwnWords, messageSays } from '../../shared/words/says'
import { db } from '../platform/db/client'
import { ownWords } from '../platform/db/schema'

/** The business's own words in a language. */
export async function ownWordsIn(language: Language): Promise<OwnWords> {
  const rows = await db().select().from(ownWords).where(eq(ownWords.language, language))
  return Object.fromEntries(rows.map((r) => [r.key, r.text]))
}
/** What messages say here, in a language. */
export const saysHere = async (language: Language): Promise<MessageSays> =>
  messageSays(language, await ownWordsIn(language))
