import type { Locator, Page } from '@playwright/test'
import type { PaperPage } from '../../shared/papers'
import { inDays, jobOf } from '../support/line'
import { draw, expect, signIn, test } from './support'

/** Somebody new at a laptop: what they click and press. Words they have to say anyway count as one. */
class Hand {
  clicks = 0
  keys = 0
  constructor(
    readonly page: Page,
    readonly task: string,
    readonly most: number,
  ) {}
  async click(on: Locator): Promise<void> {
    await on.click()
    this.clicks += 1
  }
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) await this.page.keyboard.press(key)
    this.keys += keys.length
  }
  /** Says something where the cursor is. */
  async say(words: string): Promise<void> {
    await this.page.keyboard.insertText(words)
    this.keys += 1
  }
  tell(): void {
    const sum = this.clicks + this.keys
    process.stdout.write(`new here: ${this.task}: ${this.clicks} clicks, ${this.keys} keys\n`)
    expect(sum, this.task).toBeLessThanOrEqual(this.most)
  }
}

test('twelve things asked of somebody new, each by the shortest way there is', async ({ page, api }) => {
  await signIn(page)
  // Whatever hour it is: within quiet hours a nudge asks once more.
  const settings = await api.must<object>('GET', '/api/business/settings')
  await api.must('PUT', '/api/business/settings', { ...settings, quiet: { from: '00:00', to: '00:00' } })
  const button = (name: string | RegExp) => page.getByRole('button', { name })
  const jobId = async (title: string) =>
    (await api.must<{ rows: { id: string }[] }>('GET', `/api/jobs?when=all&find=${encodeURIComponent(title)}`)).rows[0]!
      .id
  const job = async (title: string) => jobOf(api, await jobId(title))
  /** Finds or does something by Ctrl K: the first of what is found. */
  async function find(hand: Hand, words: string, first: RegExp): Promise<void> {
    await hand.press('Control+k')
    const box = page.getByRole('combobox', { name: 'Find jobs, people and papers, or start something' })
    await expect(box).toBeFocused()
    await hand.say(words)
    await expect(page.getByRole('option').first()).toHaveText(first)
    await hand.press('Enter')
  }
  const task = (name: string, most: number, what: (hand: Hand) => Promise<void>) =>
    test.step(name, async () => {
      await page.goto('/')
      await expect(page.getByRole('heading', { name: 'Yours to move' })).toBeVisible()
      const hand = new Hand(page, name, most)
      await what(hand)
      hand.tell()
    })

  await task('a couple wants the barrel sauna on their anniversary, 24 June, they wrote this', 8, async (hand) => {
    const year = Number(inDays(0).slice(0, 4)) + 1
    await hand.click(page.getByRole('link', { name: 'Jobs' }))
    await expect(page.getByRole('link', { name: /^New job/ })).toBeVisible()
    await hand.press('n')
    await hand.click(page.getByRole('textbox', { name: 'The enquiry' }))
    await hand.say(
      `Hello, for our anniversary on 24 June ${year} we would love the barrel sauna in our garden, two nights, just the six of us.\nMarged and Huw Penrose\nmarged@penrose.example`,
    )
    await hand.press('Control+Enter')
    await expect(page.getByRole('heading', { name: 'What it says' })).toBeVisible()
    // A garden may be of several kinds: that is asked, not guessed.
    await hand.click(page.getByRole('combobox', { name: 'Kind' }))
    await hand.click(page.getByRole('option', { name: 'Garden weekend' }))
    await hand.click(button('Add it and make the quote'))
    await expect(page.getByRole('heading', { level: 1, name: /Quote/ })).toBeVisible()
    const made = await job('Penrose')
    expect(made).toMatchObject({ people: 6, papers: [{ kind: 'quote', state: 'draft' }] })
    expect(made.starts).toContain(`${year}-06-24`)
    expect(made.lines.map((l) => l.description).join()).toContain('Barrel sauna')
  })

  await task('whose waiver is missing for the lakeside swim?', 4, async (hand) => {
    await find(hand, 'lakeside swim', /Lakeside swim/)
    await expect(page.getByText('4 missing').first()).toBeVisible()
    await expect(page.getByRole('region', { name: /Guests/ })).toBeVisible()
  })

  await task('remind Aiko of her retreat terms', 3, async (hand) => {
    await find(hand, 'nudge brandt', /Nudge: .*Brandt/)
    await expect(page.getByText(/^Nudged/)).toBeVisible()
  })

  await task('sign Ines’s agreement for us', 8, async (hand) => {
    await hand.click(page.getByRole('button', { name: 'Countersign', exact: true }))
    await page.getByRole('region', { name: 'What is left' }).waitFor()
    await hand.click(button('Next: your signature'))
    await hand.click(button(/sign here/i).first())
    await draw(page)
    hand.clicks += 2
    await hand.click(button('Sign the hire agreement'))
    await hand.click(page.getByRole('checkbox', { name: /I agree/ }))
    await hand.click(page.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }))
    await expect
      .poll(async () => (await job('Orchard weekend')).papers.find((x) => x.kind === 'contract')!.state)
      .toBe('signed')
  })

  await task('which paper says something about the chimney?', 3, async (hand) => {
    await hand.click(page.getByRole('link', { name: 'Papers' }))
    await expect(page.getByRole('heading', { level: 1, name: 'Papers' })).toBeVisible()
    await hand.press('/')
    await hand.say('chimney')
    await expect(page.locator('mark', { hasText: /chimney/i }).first()).toBeVisible()
  })

  await task('Paul Okoro has a new telephone', 8, async (hand) => {
    await find(hand, 'paul okoro', /Paul Okoro/)
    await hand.click(button('Paul Okoro').first())
    await hand.click(button(/^Phone: /))
    await hand.press('Control+a')
    await hand.say('01632 960 777')
    await hand.press('Enter')
    await expect(button(/^Phone: 01632 960 777/)).toBeVisible()
    expect((await job('Okoro')).client!.phone).toContain('960 777')
  })

  await task('Okoro has paid £100 in cash', 8, async (hand) => {
    await find(hand, 'payment okoro', /New payment: Okoro/)
    await expect(page).toHaveURL(/add=payment/)
    await page.getByLabel('Amount').waitFor()
    await hand.click(page.getByLabel('Amount'))
    await hand.say('100')
    await hand.click(page.getByRole('combobox', { name: 'How' }))
    await hand.click(page.getByRole('option', { name: 'in cash' }))
    await hand.click(button('Book the payment'))
    await expect
      .poll(async () => (await job('Okoro')).payments.map((p) => [p.amount, p.method]))
      .toContainEqual([10000, 'cash'])
  })

  await task('the Fen Lights people want one sentence added to their copy', 7, async (hand) => {
    await find(hand, 'festival agreement fen', /Festival agreement|Fen Lights/)
    await page.getByRole('link', { name: 'Write on it' }).waitFor()
    await hand.click(page.getByRole('link', { name: 'Write on it' }))
    await page.getByText('1.2').first().hover()
    await hand.click(button('Amend 1.2'))
    await expect(page.getByRole('textbox', { name: 'How it should read' })).toBeFocused()
    await hand.say(' The van stands beside it.')
    await hand.click(button('Amend this copy'))
    await expect(page.getByRole('list', { name: 'Amendments' })).toContainText('1.2')
  })

  await task('every waiver should say to bring a towel', 6, async (hand) => {
    await hand.click(page.getByRole('link', { name: 'Library' }))
    await hand.click(page.getByRole('link', { name: /Bather’s waiver/ }).first())
    const words = page.locator('.sheet-text p').nth(2)
    await hand.click(words)
    await hand.say(' Bring a towel. ')
    await expect(page.getByRole('status').filter({ hasText: /saved/ }).first()).toBeVisible()
  })

  await task('the orchard people come again in spring', 4, async (hand) => {
    await find(hand, 'orchard weekend', /Orchard weekend/)
    await hand.click(button('Another job like it'))
    await expect(page.getByRole('heading', { level: 1, name: 'Orchard weekend, again' })).toBeVisible()
    expect((await job('Orchard weekend, again')).priced.total).toBe(86856)
  })

  await task('what does the retreat still owe, and when?', 3, async (hand) => {
    await find(hand, 'voss', /Voss/)
    await expect(page.getByText('Still to come')).toBeVisible()
  })

  await task('put all signed papers of the last days into one folder', 5, async (hand) => {
    await hand.click(page.getByRole('link', { name: 'Papers' }))
    await hand.click(button(/^Signed/))
    await expect(page).toHaveURL(/state=signed/)
    await hand.click(page.getByRole('checkbox', { name: /all/i }).first())
    const download = page.waitForEvent('download')
    await hand.click(button(/ZIP/))
    expect((await download).suggestedFilename()).toMatch(/\.zip$/)
    const { counts } = await api.must<PaperPage>('GET', '/api/papers')
    expect(counts!.states.signed).toBeGreaterThan(10)
  })
})
