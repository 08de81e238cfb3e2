import { createI18n } from 'vue-i18n'
import { languages } from '~~/core/text/language'
import { formOf } from '~~/shared/words/plural'

/** The words of a signer's page, from the same files as the server's: a language's are put in when a page needs them. */
export default defineNuxtPlugin((app) => {
  app.vueApp.use(
    createI18n({
      legacy: false,
      locale: 'en',
      messages: {},
      messageResolver: (texts, key) => (texts as Record<string, string>)[key] ?? null,
      pluralRules: Object.fromEntries(languages.map((l) => [l, formOf(l)])),
      warnHtmlMessage: false,
      missingWarn: false,
      fallbackWarn: false,
    }),
  )
})
