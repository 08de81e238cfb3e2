import { usePrimeVue } from 'primevue/config'

/** Style that the parts put in while the page runs carries the page's nonce, as its policy asks. */
export default defineNuxtPlugin({
  enforce: 'post',
  setup(app) {
    const prime = app.vueApp.runWithContext(usePrimeVue)
    prime.config.csp = { nonce: pageNonce() }
  },
})
