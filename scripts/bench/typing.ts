import { chromium } from '@playwright/test'
import { clause, h } from '../../core/document/build'
import type { PaperDocument } from '../../core/document/model'
import { launchOptions, signInAs } from '../../tests/support/browser'
import { signedIn } from '../../tests/support/caller'
import type { TestServer } from '../../tests/support/server'
import { type Figure, median } from './measure'

const SENTENCE =
  'The hirer keeps the stove door shut while it burns and lets nobody inside without an adult beside them. '
/** A template that is laid out on forty pages: numbered clauses with values in them. */
function forty(): PaperDocument {
  const body: PaperDocument['body'] = []
  for (let part = 1; part <= 64; part += 1) {
    body.push(h(2, `Part ${part}`, true))
    for (let n = 0; n < 5; n += 1) body.push(clause(`For {client.name} at {job.place}: ${SENTENCE.repeat(3)}`))
  }
  return {
    title: 'Forty pages',
    language: 'en-GB',
    parties: [{ key: 'client', label: 'Client' }],
    header: [],
    footer: [],
    body,
  }
}

const KEYS = 60
/**
 * Typing in a forty-page template in a real browser: how far the true page boundaries are behind the keys, and how long a
 * key waits before it stands on the sheet. The baseline is the same typing in a bare editable element of the same page.
 */
export async function typing(server: TestServer): Promise<Figure[]> {
  const owner = await signedIn(server)
  const body = { name: 'Forty pages', kind: 'contract', document: forty() }
  const { id } = await owner.must<{ id: string }>('POST', '/api/templates', body)
  const browser = await chromium.launch(launchOptions)
  try {
    const context = await browser.newContext({ baseURL: server.origin, viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await signInAs(page)
    await page.goto(`/library/templates/${id}`)
    await page.getByText(/\d+ pages/).waitFor()
    const pages = Number(/(\d+) pages/.exec(await page.getByRole('status').filter({ hasText: 'page' }).innerText())![1])
    const sheet = page.getByRole('textbox', { name: 'The sheet' })
    await sheet.getByText('Part 20', { exact: true }).click()
    await page.keyboard.press('End')
    /** Keys one after the other, each waited for until the frame after it: what a person feels. */
    const type = async () => {
      const waits: number[] = []
      for (let i = 0; i < KEYS; i += 1) {
        await page.evaluate(() => {
          const w = window as unknown as { felt: Promise<number> }
          w.felt = new Promise((resolve) => {
            document.addEventListener(
              'keydown',
              () => {
                const from = performance.now()
                requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)))
              },
              { once: true, capture: true },
            )
          })
        })
        await page.keyboard.type('abcde '[i % 6]!)
        waits.push(await page.evaluate(() => (window as unknown as { felt: Promise<number> }).felt))
      }
      return median(waits)
    }
    await type()
    await page.evaluate(() => performance.clearMeasures())
    const felt = await type()
    await page.waitForFunction(() => performance.getEntriesByName('upwold:boundaries').length > 5)
    const behind = median(
      await page.evaluate(() => performance.getEntriesByName('upwold:boundaries').map((e) => e.duration)),
    )
    await page.evaluate(() => {
      const bare = document.createElement('div')
      bare.contentEditable = 'true'
      bare.textContent = 'x'
      document.querySelector('.strip')!.append(bare)
      bare.focus()
    })
    const bare = await type()
    return [
      {
        name: `page boundaries behind the keys, ${pages} pages`,
        value: behind,
        unit: 'ms',
        baseline: felt,
        ratio: behind / felt,
        goal: { value: 200 },
      },
      {
        name: `a key until it stands on the sheet, ${pages} pages`,
        value: felt,
        unit: 'ms',
        baseline: bare,
        ratio: felt / bare,
        goal: { value: 100 },
      },
    ]
  } finally {
    await browser.close()
  }
}
