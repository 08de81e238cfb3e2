import { fileURLToPath } from 'node:url'

const app = fileURLToPath(new URL('../app/', import.meta.url))
/** What is drawn on the server, of pages and layouts: what the route rules of `nuxt.config.ts` say `ssr: true` of. */
const DRAWN = /^(pages\/(s|o|own)\/|pages\/pad\.vue$|layouts\/plain\.vue$)/

/** Whether a file is a page or layout that only browsers draw. */
export const onlyInBrowsers = (id = '') => {
  const file = id.startsWith(app) ? id.slice(app.length).replace(/\?.*/, '') : ''
  return /^(pages|layouts)\/.+\.vue$/.test(file) && !DRAWN.test(file)
}

/**
 * Leaves them out of the server's build: half of what it would have to go through.
 * @returns {import('vite').Plugin}
 */
export const browserPages = () => ({
  name: 'upwold-browser-pages',
  enforce: 'pre',
  load: (id, options) =>
    options?.ssr && !id.includes('?') && onlyInBrowsers(id) ? '<template><br /></template>' : null,
})
