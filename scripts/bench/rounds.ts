import { createServer } from 'node:http'
import { chromium } from '@playwright/test'
import type { Block, PaperDocument } from '../../core/document/model'
import { launchOptions } from '../../tests/support/browser'
import { signedIn } from '../../tests/support/caller'
import { linkTo, makeJob, send } from '../../tests/support/line'
import type { TestServer } from '../../tests/support/server'
import { median as middle, sendToList, signAtOnce } from '../load/signing'
import { type Figure, median } from './measure'

/** How often a page is opened on the slow phone. */
const OPENED = 5
const CLAUSES = 300

/** A paper of about thirty pages with places to fill on the last. */
function longPaper(): PaperDocument {
  const words =
    'The hirer keeps what is lent to them dry, whole and out of the reach of children, and gives it back as it was. '
  const body: Block[] = [{ t: 'heading', level: 1, content: [{ t: 'text', text: 'Long terms' }] }]
  for (let i = 0; i < CLAUSES; i += 1) body.push({ t: 'paragraph', content: [{ t: 'text', text: words.repeat(4) }] })
  const fill = (type: 'signature' | 'name' | 'text', label: string): Block => ({
    t: 'field',
    field: { key: `client-${type}`, type, party: 'client', label, required: true },
  })
  body.push(fill('text', 'Phone on the day'), fill('name', 'Full name'), fill('signature', 'Signature'))
  const parties = [{ key: 'client', label: 'Client' }]
  return { title: 'Long terms', language: 'en-GB', parties, header: [], footer: [], body }
}

/**
 * Milliseconds from the tap until the first page of `url` can be read (first contentful paint), and until its last button
 * works, on a phone at quarter speed; told by the page's own clock.
 */
async function openedOn(url: string, ready: string): Promise<{ read: number; ready: number }> {
  const browser = await chromium.launch(launchOptions)
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })
    const devtools = await page.context().newCDPSession(page)
    await devtools.send('Emulation.setCPUThrottlingRate', { rate: 4 })
    await page.goto(url, { waitUntil: 'commit' })
    // The button answers only when the page's own script runs: pressed until it leads somewhere.
    const works = await page.waitForFunction(
      (label) => {
        if (!label) return performance.getEntriesByName('first-contentful-paint').length > 0
        const all = [...document.querySelectorAll('button')]
        all.find((b) => b.textContent?.includes(label))?.click()
        return document.activeElement?.id.startsWith('f-') ? performance.now() : 0
      },
      ready,
      { polling: 50 },
    )
    const read = await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]!.startTime)
    return { read, ready: Number(await works.jsonValue()) }
  } finally {
    await browser.close()
  }
}

/** A paper of thirty pages opened on a slow phone, beside the same bytes from a server that does nothing else. */
export async function slowPhone(server: TestServer): Promise<Figure[]> {
  const owner = await signedIn(server)
  const { id: template } = await owner.must<{ id: string }>('POST', '/api/templates', {
    name: 'Long terms',
    kind: 'form',
    key: 'bench-long',
  })
  const { revision } = await owner.must<{ revision: number }>('GET', `/api/templates/${template}`)
  await owner.must('PATCH', `/api/templates/${template}`, { revision, document: longPaper() })
  const job = await makeJob(owner)
  const { id: paper } = await owner.must<{ id: string }>('POST', `/api/jobs/${job.id}/papers`, { templateId: template })
  await send(owner, paper)
  const url = `${server.origin}/s/${await linkTo(owner, job.email)}`
  const html = await (await fetch(url)).text()
  const bare = createServer((_, response) => {
    response.setHeader('content-type', 'text/html; charset=utf-8')
    response.end(html.replace(/<script[\s\S]*?<\/script>/g, '').replace(/<link[^>]*>/g, ''))
  })
  await new Promise<void>((resolve) => bare.listen(0, '127.0.0.1', resolve))
  const { port } = bare.address() as { port: number }
  const [read, ready, plain]: number[][] = [[], [], []]
  for (let i = 0; i < OPENED; i += 1) {
    const ours = await openedOn(url, 'Next')
    read!.push(ours.read)
    ready!.push(ours.ready)
    plain!.push((await openedOn(`http://127.0.0.1:${port}/`, '')).read)
  }
  bare.close()
  const baseline = median(plain!)
  const figure = (name: string, list: number[], most: number): Figure => {
    const value = median(list)
    return { name, value, unit: 'ms', baseline, ratio: value / baseline, goal: { value: most } }
  }
  return [
    figure('30 pages on a phone at quarter speed, to read', read!, 2000),
    figure('30 pages on a phone at quarter speed, to fill', ready!, 3000),
  ]
}

/** A hundred people signing at once, and a list of a thousand, beside the health route answered the same number of times. */
export async function crowds(server: TestServer): Promise<Figure[]> {
  const idle: number[] = []
  for (let i = 0; i < 200; i += 1) {
    const begun = performance.now()
    await (await fetch(`${server.origin}/api/health`)).arrayBuffer()
    idle.push(performance.now() - begun)
  }
  const baseline = median(idle)
  const signers = await sendToList(server, 100, 'benchsigner')
  const signed = await signAtOnce(server, signers)
  if (signed.lost || signed.twice) throw new Error(`${signed.lost} lost, ${signed.twice} twice`)
  const list = await sendToList(server, 1000, 'benchlist')
  const figure = (name: string, value: number, most: number): Figure => ({
    name,
    value,
    unit: 'ms',
    baseline,
    ratio: value / baseline,
    goal: { value: most },
  })
  return [
    figure('100 sign at once: a finish answered', middle(signed.finishes), 500),
    figure('100 sign at once: sealing caught up', signed.sealedAfter * 1000, 60_000),
    figure('a list of 1,000 out', list.seconds * 1000, 120_000),
    figure('others answered while a list goes out', middle(list.others), 100),
  ]
}
