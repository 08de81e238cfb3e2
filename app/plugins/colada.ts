/** What is fetched on the business's side is kept by its key. A signer's page has no use for it, and isn't sent it. */
export default defineNuxtPlugin({
  parallel: true,
  async setup(app) {
    if (import.meta.server || /^\/(s|o|pad)\//.test(window.location.pathname)) return
    const { PiniaColada } = await import('@pinia/colada')
    app.vueApp.use(PiniaColada)
  },
})
