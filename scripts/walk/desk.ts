import { type Browser, type Page, chromium } from '@playwright/test'
import type { DeskView } from '../../shared/out/desk'
import { launchOptions, signInAs, signIt } from '../../tests/support/browser'
import { Caller, OWNER, STAFF, signedIn } from '../../tests/support/caller'
import type { StandingLinkView } from '../../shared/out/standing-links'
import { inDays, jobOf, makeJob, sign } from '../../tests/support/line'
import { TestServer, until } from '../../tests/support/server'
import { seedOnce } from '../lib.mjs'

type Keep = (name: string, content: Uint8Array | object) => void
type Say = (words: string) => void
type How = 'scanned' | 'QR' | 'own phone' | 'guardian' | 'refused' | 'redone'
interface Guest {
  name: string
  born: string
  how: How
}

const TODAY = inDays(0)
const YEAR = Number(TODAY.slice(0, 4))
const FIRST = ['Ada', 'Bram', 'Cleo', 'Dag', 'Elin', 'Finn', 'Gro', 'Hugo', 'Ines', 'Jon']
const LAST = ['Quill', 'Ostrow', 'Reyes', 'Varga']
const PLAN: [How, number][] = [
  ['scanned', 12],
  ['QR', 10],
  ['own phone', 8],
  ['guardian', 6],
  ['refused', 2],
  ['redone', 2],
]
/** Forty people of one session, each with how they get in. */
function forty(): Guest[] {
  const ways = PLAN.flatMap(([how, n]) => Array.from({ length: n }, () => how))
  return ways.map((how, i) => ({
    name: `${FIRST[i % FIRST.length]!} ${LAST[Math.floor(i / FIRST.length)]!}`,
    born: `${YEAR - (how === 'guardian' ? 12 : 30)}-02-${String((i % 28) + 1).padStart(2, '0')}`,
    how,
  }))
}

const digit = (text: string): number =>
  [...text].reduce((sum, c, i) => {
    const value = c === '<' ? 0 : /\d/.test(c) ? Number(c) : c.charCodeAt(0) - 55
    return sum + value * [7, 3, 1][i % 3]!
  }, 0) % 10
/** The zone at the foot of a passport (ICAO 9303-4) as a reader types it, its check digits right. */
function passportOf({ name, born }: Guest, n: number): string {
  const [given, family] = name.toUpperCase().split(' ') as [string, string]
  const number = `SP${String(n).padStart(7, '0')}`
  const birth = born.slice(2).replaceAll('-', '')
  const ends = '351231'
  const personal = '<'.repeat(14)
  const parts = [number, digit(number), 'UTO', birth, digit(birth), 'X', ends, digit(ends), personal, '0'].join('')
  const guarded = [number, digit(number), birth, digit(birth), ends, digit(ends), personal, '0'].join('')
  return `${`P<UTO${family}<<${given}`.padEnd(44, '<')}\n${parts}${digit(guarded)}`
}

/** What a member does at a desk, in a browser of its own. */
class Desk {
  constructor(
    readonly page: Page,
    readonly name: string,
    readonly pin: string,
  ) {}
  private row = (g: Guest) => this.page.getByRole('article', { name: g.name, exact: true })
  async find(g: Guest): Promise<void> {
    await this.page.getByPlaceholder('Find by any part of a name').fill(g.name)
    await this.row(g).waitFor()
  }
  async scan(g: Guest, n: number): Promise<void> {
    await this.page.getByRole('button', { name: 'Scan an ID' }).click()
    await this.page.getByRole('textbox', { name: /Hold the code/ }).fill(passportOf(g, n))
    await this.page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${g.name},`) })
      .click()
    await this.row(g).waitFor()
  }
  press = (g: Guest, name: string | RegExp) => this.row(g).getByRole('button', { name }).click()
  /** Whoever holds the tablet reads, agrees and signs; then it is handed back. */
  async signs(): Promise<void> {
    const { page } = this
    await page.getByRole('button', { name: 'Yes, that is me' }).click()
    await page.getByText('asks you to sign').first().waitFor()
    await fillAndSign(page)
    await this.takeBack()
  }
  async refuses(): Promise<void> {
    await this.page.getByRole('button', { name: 'Yes, that is me' }).click()
    await this.page.getByRole('button', { name: 'No: What I tell you above is true' }).click()
    await this.page.getByRole('button', { name: 'Decline it' }).click()
    await this.takeBack()
  }
  private async takeBack(): Promise<void> {
    const { page } = this
    await page.getByRole('link', { name: /[Hh]and/ }).click()
    await page.getByLabel(`PIN of ${this.name}`).fill(this.pin)
    await page.getByRole('button', { name: 'Take it back' }).click()
    await page.waitForURL(/\/desk$/)
  }
  async isHere(g: Guest): Promise<void> {
    await this.find(g)
    await this.press(g, 'Is here')
    if (g.how === 'guardian') await this.page.getByRole('button', { name: `${g.name} is here` }).click()
    await this.row(g).getByText('here since').waitFor()
  }
}

/** One guest from the gate to inside, or turned away. */
async function takeIn(desk: Desk, g: Guest, n: number, phones: Caller): Promise<void> {
  if (g.how === 'scanned') {
    await desk.scan(g, n)
    await desk.press(g, 'Sign here')
    await desk.signs()
    return desk.isHere(g)
  }
  await desk.find(g)
  switch (g.how) {
    case 'own phone':
      return desk.isHere(g)
    case 'QR': {
      await desk.press(g, 'Show QR')
      const url = await desk.page.getByRole('dialog').getByRole('link').textContent()
      await desk.page.keyboard.press('Escape')
      await sign(phones, url!.split('/').at(-1)!)
      return desk.isHere(g)
    }
    case 'guardian':
      await desk.press(g, 'Sign here')
      // A parent who doesn't bathe: nobody who comes themselves is signed for on the way.
      await desk.page
        .getByRole('textbox', { name: 'or somebody else, by name' })
        .fill(`Pat ${g.name.split(' ').at(-1)!}`)
      await desk.page.getByRole('button', { name: 'They sign for them' }).click()
      await desk.signs()
      return desk.isHere(g)
    default:
      await desk.press(g, 'Sign here')
      await desk.refuses()
      await desk.find(g)
      if (g.how === 'refused') {
        await desk.press(g, 'Turn away')
        await desk.page.getByRole('dialog').getByRole('button', { name: 'Turn away' }).click()
        await desk.page.getByText('turned away at').first().waitFor()
        return
      }
      await desk.press(g, 'Ask again')
      await desk.signs()
      return desk.isHere(g)
  }
}

/** The standing link of the session that hangs at the gate: its address. */
async function standingLink(owner: Caller, jobId: string): Promise<string> {
  const { templates } = await owner.must<{ templates: { id: string; name: string }[] }>('GET', '/api/library')
  const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', {
    name: 'Lakeside swim',
    jobId,
    templates: [templates.find((t) => t.name === 'Bather’s waiver')!.id],
    settings: {},
  })
  await owner.must('POST', `/api/standing-links/${id}/act`, { act: 'open' })
  return (await owner.must<StandingLinkView>('GET', `/api/standing-links/${id}`)).url
}

/** A guest opens the standing link on a phone of their own, says who they are, reads and signs. */
async function byStandingLink(browser: Browser, address: string, g: Guest): Promise<void> {
  const phone = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    locale: 'en-GB',
  })
  const page = await phone.newPage()
  await page.goto(address)
  await page.getByLabel('Your name').fill(g.name)
  await page.getByLabel('Born').fill(g.born)
  await page.getByLabel('Phone').fill('01632 960 733')
  await page.getByRole('button', { name: 'On to the paper' }).click()
  await page.waitForURL(/\/s\//)
  await fillAndSign(page)
  await page.getByRole('heading', { name: /Thank you/ }).waitFor()
  await phone.close()
}

async function fillAndSign(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: /^sign here/i })
    .first()
    .waitFor()
  // One of each for every paper.
  for (const tick of await page.getByRole('checkbox', { name: /^What I tell you above is true/ }).all())
    await tick.check()
  for (const call of await page.getByRole('textbox', { name: /^Who to call, with their number/ }).all())
    await call.fill('Sam, 01632 960 555')
  await signIt(page)
}

async function deskOf(browser: Browser, server: TestServer, who: typeof OWNER & { name: string }): Promise<Desk> {
  const context = await browser.newContext({ baseURL: server.origin, viewport: { width: 1024, height: 768 } })
  const page = await context.newPage()
  await signInAs(page, who)
  await page.goto('/desk')
  await page.getByTestId('counts').getByText('40 in all').waitFor()
  return new Desk(page, who.name, who.pin)
}

/**
 * Forty guests of one session at two desks at once: scanned, by QR, by the standing link, children with somebody who signs for them,
 * refused and redone. Leaves visits.json, list.pdf, events.json, sealed/NAME.pdf and the seconds each took.
 */
export async function desk(keep: Keep, say: Say): Promise<void> {
  await seedOnce()
  const server = await TestServer.start()
  const browser = await chromium.launch(launchOptions)
  try {
    const owner = await signedIn(server)
    const guests = forty()
    const { id } = await makeJob(owner, {
      kindId: 'session',
      title: 'Lakeside swim',
      lines: [],
      starts: `${TODAY}T23:40`,
      ends: `${TODAY}T23:59`,
      people: 40,
    })
    const phones = new Caller(server)
    for (const { name, born } of guests) await owner.must('POST', `/api/jobs/${id}/guests`, { contact: { name, born } })
    const address = await standingLink(owner, id)
    for (const g of guests.filter((x) => x.how === 'own phone')) await byStandingLink(browser, address, g)
    const people = [
      { ...OWNER, name: 'Maren Fosse' },
      { ...STAFF, name: 'Jonah Reed' },
    ]
    const desks = await Promise.all(people.map((p) => deskOf(browser, server, p)))
    const queue = guests.map((g, n) => ({ g, n }))
    const took: { name: string; how: How; desk: string; seconds: number }[] = []
    await Promise.all(
      desks.map(async (d) => {
        for (let next = queue.shift(); next; next = queue.shift()) {
          const began = Date.now()
          await takeIn(d, next.g, next.n, phones)
          took.push({ name: next.g.name, how: next.g.how, desk: d.name, seconds: (Date.now() - began) / 1000 })
        }
      }),
    )
    const view = await owner.must<DeskView>('GET', '/api/desk')
    const visits = view.visits.filter((v) => v.jobId === id)
    const job = await until(
      () => jobOf(owner, id),
      (j) => j.papers.filter((p) => p.state === 'signed').length === 38,
    )
    const outcomes = visits.map((v) => {
      const g = guests.find((x) => x.name === v.name)!
      const papers = job.papers.filter((p) => p.guestId === v.contactId).map((p) => ({ id: p.id, state: p.state }))
      return { who: v.name, how: g.how, outcome: v.state, by: v.by, guardian: v.guardian, papers }
    })
    const here = outcomes.filter((o) => o.outcome === 'here')
    const away = outcomes.filter((o) => o.outcome === 'turned away')
    if (
      outcomes.length !== 40 ||
      here.length !== 38 ||
      away.length !== 2 ||
      new Set(outcomes.map((o) => o.who)).size !== 40
    )
      throw new Error(`Forty outcomes were expected: ${here.length} here, ${away.length} turned away.`)
    if (here.some((o) => o.papers.filter((p) => p.state === 'signed').length !== 1))
      throw new Error('Somebody is here without one signed paper.')
    keep('visits.json', outcomes)
    keep('list.pdf', await owner.raw(`/api/desk/list?job=${id}`))
    const events: object[] = []
    for (const o of outcomes)
      for (const p of o.papers) {
        const all = await owner.must<{ events: object[] }>('GET', `/api/papers/${p.id}/events`)
        events.push({ who: o.who, paper: p.id, events: all.events })
        if (p.state !== 'signed') continue
        const sealed = await until(
          () => owner.call('GET', `/api/papers/${p.id}/sealed`),
          (a) => a.status === 200,
          60,
        )
        keep(`sealed-${o.who.replace(' ', '-')}.pdf`, sealed.bytes)
      }
    keep('events.json', events)
    keep('seconds.json', took)
    for (const [how] of PLAN) {
      const of = took.filter((t) => t.how === how).map((t) => t.seconds)
      say(`${how}: ${(of.reduce((a, b) => a + b, 0) / of.length).toFixed(1)} s a guest`)
    }
    say('40 guests at two desks: 38 here, 2 turned away, none missing, none twice')
  } finally {
    await browser.close()
    await server.stop()
  }
}
