import type { TextService } from '../../shared/texts'
import { giveText, headersFor, sealedHeaders, textTrouble } from '../gateways/text'
import { theBusiness } from '../records/business'
import { changeSettings } from './settings'

/** Sets how texts go out; null: none do. Empty headers keep those of the same address. */
export async function changeTexts(given: TextService | null): Promise<void> {
  if (!given) return changeSettings({ texts: null })
  const headers = await headersFor(given)
  await changeSettings({ texts: { ...given, headers: headers && sealedHeaders(headers) } })
}

/** One text by a service as it was typed: whether it was taken, and what is wrong where it wasn't. */
export async function tryTextService(given: TextService, to: string): Promise<{ taken: boolean; words: string }> {
  try {
    await giveText(given, await headersFor(given), to, `${(await theBusiness()).name}: texts go out by Upwold.`)
    return { taken: true, words: `Given over for ${to}. Look whether it is there.` }
  } catch (error) {
    return { taken: false, words: textTrouble(error, given.url) }
  }
}
