import type { InjectionKey } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Language } from '~~/core/text/language'
import { type Args, type Says, type WordKey, valuesOf } from '~~/shared/words/plural'

/** The words of a signer's page come one language at a time: the one that it is in. */
const WORDS: Record<Language, () => Promise<{ page: Record<string, string> }>> = {
  en: () => import('~~/shared/words/en.json'),
  de: () => import('~~/shared/words/de.json'),
  fr: () => import('~~/shared/words/fr.json'),
  es: () => import('~~/shared/words/es.json'),
  pt: () => import('~~/shared/words/pt.json'),
  pl: () => import('~~/shared/words/pl.json'),
  ar: () => import('~~/shared/words/ar.json'),
}

/** What the page says, in the signer's language. */
export const SAYS: InjectionKey<ComputedRef<Says>> = Symbol('says')

/** Says things in a language, once its words are there; `ready` waits for those of the language it is in first. */
export function sayingIn(language: () => Language): { says: ComputedRef<Says>; ready: Promise<void> } {
  const { t, locale, availableLocales, setLocaleMessage } = useI18n({ useScope: 'global' })
  async function speak(to: Language): Promise<void> {
    if (!availableLocales.includes(to)) setLocaleMessage(to, (await WORDS[to]()).page)
    locale.value = to
  }
  const says = computed<Says>(() =>
    Object.assign((key: WordKey, args?: Args) => (t as (...of: unknown[]) => string)(key, ...valuesOf(args)), {
      language: locale.value as Language,
    }),
  )
  // Where its words can't be fetched, the page stays in the language it is in.
  watch(language, (to) => void speak(to).catch(() => {}))
  return { says, ready: speak(language()) }
}
/** What the page says; where nobody said in which language, as in a look at what a signer will see, English. */
export const useSays = (): ComputedRef<Says> => inject(SAYS, () => sayingIn(() => 'en').says, true)
