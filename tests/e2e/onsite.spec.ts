import type { Locator, Page } from '@playwright/test'
import { PNG } from 'pngjs'
import { agreedJob, inDays, jobOf, makeJob, makePaper, paperOf, send } from '../support/line'
import { expect, phone, signIn, test } from './support'

/** One thumb on a phone: what it taps and how many letters it types, told at the end. */
class Thumb {
  taps = 0
  letters = 0
  constructor(
    readonly page: Page,
    readonly task: string,
  ) {}
  async tap(on: Locator): Promise<void> {
    await on.tap()
    this.taps += 1
  }
  async type(into: Locator, text: string): Promise<void> {
    await this.tap(into)
    await into.fill(text)
    this.letters += text.length
  }
  /** Says what it took, and holds it to what one hand does in a minute: at most so many taps. */
  tell(most: number): void {
    process.stdout.write(`on site: ${this.task}: ${this.taps} taps, ${this.letters} letters\n`)
    expect(this.taps, this.task).toBeLessThanOrEqual(most)
  }
}
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name })

test('on site, with one thumb: a job from a line, its quote sent, a contract handed over, money booked, a picture kept', async ({
  browser,
  server,
  api,
}) => {
  const { page } = await phone(browser, server)
  await signIn(page)

  await test.step('a job from a spoken line, priced and its quote sent', async () => {
    const year = Number(inDays(90).slice(0, 4)) + 1
    const thumb = new Thumb(page, 'a job from a line, its quote sent')
    await thumb.tap(page.getByRole('link', { name: 'Jobs' }))
    await thumb.tap(page.getByRole('link', { name: /New job/ }))
    const line = `Ottilie Brand, ottilie@brand.example, garden weekend, barrel sauna, 12 to 14 June ${year}, 20 people, at Brand House, Sedge`
    await thumb.type(page.getByRole('textbox', { name: 'The enquiry' }), line)
    await thumb.tap(button(page, 'Read it'))
    await expect(page.getByLabel('Client, new')).toHaveValue('Ottilie Brand')
    await thumb.tap(button(page, 'Add it and make the quote'))
    await thumb.tap(button(page, 'Send to Ottilie'))
    await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()
    const { rows } = await api.must<{ rows: { id: string }[] }>('GET', '/api/jobs?when=all&find=Ottilie')
    const job = await jobOf(api, rows[0]!.id)
    expect(job).toMatchObject({ people: 20, client: { email: 'ottilie@brand.example' }, papers: [{ state: 'out' }] })
    expect(job.priced.total).toBeGreaterThan(0)
    thumb.tell(6)
  })

  await test.step('a contract is handed over and signed with a finger', async () => {
    const job = await makeJob(api, { title: 'In the kitchen' })
    const contract = await makePaper(api, job.id, 'contract')
    await send(api, contract)
    await page.goto(`/jobs/${job.id}`)
    const thumb = new Thumb(page, 'a contract handed over')
    await thumb.tap(page.getByRole('link', { name: /Hire agreement/ }))
    await thumb.tap(button(page, 'What can be done for Petra'))
    await thumb.tap(button(page, 'Sign on this device'))
    await thumb.tap(button(page, 'Hand it over now'))
    await expect(page.getByRole('heading', { name: 'Are you Petra Holm?' })).toBeVisible()
    thumb.tell(4)
    const guest = new Thumb(page, 'the client signs it there')
    await guest.tap(button(page, 'Yes, that is me'))
    await guest.tap(button(page, 'Next: your signature'))
    await guest.tap(button(page, 'Sign here'))
    const box = (await page.getByRole('img', { name: /Draw your signature here/ }).boundingBox())!
    await page.mouse.move(box.x + 30, box.y + 80)
    await page.mouse.down()
    for (let i = 1; i <= 20; i += 1) await page.mouse.move(box.x + 30 + i * 9, box.y + 80 + 30 * Math.sin(i / 2))
    await page.mouse.up()
    await guest.tap(button(page, 'Use this signature'))
    await guest.tap(button(page, 'Sign the hire agreement'))
    await guest.tap(page.getByRole('checkbox', { name: /I agree/ }))
    await guest.tap(page.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }))
    await guest.tap(page.getByRole('link', { name: 'Hand the device back' }))
    guest.tell(9)
    await page.getByLabel('PIN of Maren Fosse').fill('2468')
    await button(page, 'Take it back').tap()
    await expect(page.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
    expect((await paperOf(api, contract)).round!.people[0]!.status).toBe('done')
  })

  await test.step('cash is booked, and a picture of the meter put to the thread', async () => {
    const job = await agreedJob(api, { title: 'At the gate' })
    await page.goto(`/jobs/${job.id}`)
    const money = new Thumb(page, 'cash booked')
    await money.tap(button(page, 'A payment'))
    await money.type(page.getByLabel('Amount'), '100')
    await money.tap(button(page, 'Book the payment'))
    await expect.poll(async () => (await jobOf(api, job.id)).payments.map((p) => p.amount)).toEqual([10000])
    money.tell(3)

    const png = new PNG({ width: 2400, height: 1800 })
    png.data.fill(120)
    const picture = new Thumb(page, 'a picture to the thread')
    await picture.tap(button(page, 'A note or picture'))
    const chooser = page.waitForEvent('filechooser')
    await picture.tap(button(page, 'Picture or file'))
    await (await chooser).setFiles({ name: 'meter.png', mimeType: 'image/png', buffer: PNG.sync.write(png) })
    await picture.tap(button(page, 'Keep the note'))
    await expect(page.getByRole('img', { name: 'meter.jpg' })).toBeVisible()
    const [note] = (await jobOf(api, job.id)).thread.filter((h) => h.type === 'note')
    expect(note!.files).toMatchObject([{ name: 'meter.jpg', type: 'image/jpeg' }])
    picture.tell(4)
  })
})
