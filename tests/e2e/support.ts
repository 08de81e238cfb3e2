import AxeBuilder from '@axe-core/playwright'
import { type Browser, type BrowserContext, type Page, expect, test as base } from '@playwright/test'
import { type Caller, signedIn } from '../support/caller'
import { TestServer } from '../support/server'

interface Shared {
  server: TestServer
  /** The owner, calling the API: to set a scene, and to ask what was stored. */
  api: Caller
}

/** What no page may do: write an error to the console, throw, or ask for anything from outside. */
export function watch(context: BrowserContext, origin: string): string[] {
  const faults: string[] = []
  context.on('console', (m) => {
    // A refusal that the page shows in words is also a failed resource to the browser; the words are what counts.
    if (m.type() === 'error' && !/status of (4\d\d|503)|net::ERR_INTERNET_DISCONNECTED/.test(m.text()))
      faults.push(`console: ${m.text()}`)
    if (m.type() === 'warning' && /hydration/i.test(m.text())) faults.push(`hydration: ${m.text()}`)
  })
  context.on('weberror', (e) => faults.push(`thrown: ${e.error().message}`))
  context.on('request', (r) => {
    if (!/^(data|blob):/.test(r.url()) && !r.url().startsWith(origin)) faults.push(`left the origin: ${r.url()}`)
  })
  return faults
}

export const test = base.extend<{ faults: string[] }, Shared>({
  server: [
    async ({}, use) => {
      const server = await TestServer.start()
      await use(server)
      await server.stop()
    },
    { scope: 'worker' },
  ],
  api: [async ({ server }, use) => use(await signedIn(server)), { scope: 'worker' }],
  baseURL: async ({ server }, use) => use(server.origin),
  faults: [
    async ({ context, server }, use) => {
      const faults = watch(context, server.origin)
      phones.length = 0
      await use(faults)
      expect([...faults, ...phones.flat()]).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }
export {
  addLine,
  atRest,
  choose,
  newJobByHand,
  draw,
  openLine,
  signInAs as signIn,
  signIt,
  signOnPages,
} from '../support/browser'

/** What went wrong on the phones of a test, whether it looks at it itself or not. */
const phones: string[][] = []

/** A phone of somebody else: its own browser, no cookie of ours. */
export async function phone(browser: Browser, server: TestServer): Promise<{ page: Page; faults: string[] }> {
  const context = await browser.newContext({
    baseURL: server.origin,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
  })
  const faults = watch(context, server.origin)
  phones.push(faults)
  return { page: await context.newPage(), faults }
}

/** No serious fault that axe can find on the page as it stands. */
export async function accessible(page: Page): Promise<void> {
  // What is half faded in has half the contrast.
  await page.evaluate(() =>
    Promise.allSettled(
      document
        .getAnimations()
        .filter((a) => Number.isFinite(a.effect?.getComputedTiming().endTime))
        .map((a) => a.finished),
    ),
  )
  const { violations } = await new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).analyze()
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
  expect(serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([])
}
