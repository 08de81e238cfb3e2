import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { type Page, chromium } from '@playwright/test'
import { launchOptions, signInAs } from '../../tests/support/browser'
import type { TestServer } from '../../tests/support/server'
import { root } from '../lib.mjs'
import { type Figure, median } from './measure'

/** The compressed script a page has asked for by the time it is at rest, in kB. */
async function scriptOf(page: Page, path: string): Promise<number> {
  const names = new Set<string>()
  page.on('response', (r) => r.url().endsWith('.js') && names.add(r.url().split('/').at(-1)!))
  await page.goto(path, { waitUntil: 'networkidle' })
  const sizes = [...names].map((n) => gzipSync(readFileSync(join(root, '.output/public/_nuxt', n))).length)
  return sizes.reduce((sum, n) => sum + n, 0) / 1024
}

/**
 * How much script the first screen of a member and a signer's page send, beside the framework alone (the sign-in page, the
 * smallest there is), and how long Today takes to be there, beside a page of the same server without any script.
 */
export async function screens(server: TestServer, token: string): Promise<Figure[]> {
  const browser = await chromium.launch(launchOptions)
  try {
    const fresh = async () => (await browser.newContext({ baseURL: server.origin })).newPage()
    const bare = await scriptOf(await fresh(), '/sign-in')
    const signer = await scriptOf(await fresh(), `/s/${token}`)
    const member = await fresh()
    await signInAs(member)
    const today = await scriptOf(await (await member.context()).newPage(), '/')
    const [first, plain]: [number[], number[]] = [[], []]
    for (let i = 0; i < 7; i += 1) {
      const begun = performance.now()
      await member.goto('/')
      await member.getByRole('heading', { level: 1 }).waitFor()
      first.push(performance.now() - begun)
      const then = performance.now()
      await member.goto('/api/health')
      plain.push(performance.now() - then)
    }
    const size = (name: string, value: number, most: number): Figure => ({
      name,
      value,
      unit: 'kB',
      baseline: bare,
      ratio: value / bare,
      goal: { value: most },
    })
    const value = median(first)
    return [
      size('script of a signer’s page, compressed', signer, 300),
      size('script of a member’s first screen, compressed', today, 350),
      {
        name: 'Today, until it is there',
        value,
        unit: 'ms',
        baseline: median(plain),
        ratio: value / median(plain),
        goal: { value: 1500 },
      },
    ]
  } finally {
    await browser.close()
  }
}
