import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib'
import jpeg from 'jpeg-js'
import { SURE } from '../../core/marking/model'
import { type Truth, scoreOf } from '../blanks/score'
import { linkTo, makeJob, paperOf } from '../support/line'
import { layDown, saveMarks, setFile, tableOf } from '../support/marking'
import { until } from '../support/server'
import { choose, accessible, draw, expect, phone, signIn, test, signOnPages } from './support'

const SET = join(import.meta.dirname, '../blanks/set')

/** Twenty pages with three blanks each, as an owner gets them. */
async function twenty(): Promise<Buffer> {
  const pdf = await PDFDocument.create()
  const font = await pdf.embedFont(StandardFonts.Helvetica)
  for (let n = 1; n <= 20; n += 1) {
    const page = pdf.addPage([595, 842])
    const line = (y: number, label: string, x2: number) => {
      page.drawText(label, { x: 60, y, size: 11, font })
      const x = 66 + font.widthOfTextAtSize(label, 11)
      page.drawLine({ start: { x, y: y - 2 }, end: { x: x2, y: y - 2 }, thickness: 0.7 })
    }
    page.drawText(`Sheet ${n} of the hire conditions`, { x: 60, y: 770, size: 14, font })
    page.drawText('The hirer reads every sheet and puts initials where the sheet asks for them.', {
      x: 60,
      y: 740,
      size: 10,
      font,
    })
    line(700, n === 20 ? 'Name of hirer:' : `Remarks on sheet ${n}:`, 420)
    line(660, n === 20 ? 'Signature of hirer:' : 'Initials of hirer:', 300)
    line(620, n === 20 ? 'Signature for the company:' : 'Date:', 260)
  }
  return Buffer.from(await pdf.save())
}

test('twenty pages with sixty blanks, from the file to ready to send, by a handful of keys', async ({ page, api }) => {
  const job = await makeJob(api, { title: 'Sixty blanks' })
  await signIn(page)
  await page.goto(`/bring?job=${job.id}`)
  let presses = 0
  const press = async (key: string) => {
    presses += 1
    await page.keyboard.press(key)
  }
  await page
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'Conditions.pdf', mimeType: 'application/pdf', buffer: await twenty() })
  await expect(page.getByRole('button', { name: 'Lay 20 pages on the table' })).toBeFocused()
  await press('Enter')
  await expect(page.getByText('60 blanks, 0 settled · kept')).toBeVisible()
  await accessible(page)
  // The first is confirmed by itself, the second is told to be for the business after all, the rest are taken as found.
  await press('Enter')
  await press('Tab')
  await press('a')
  await expect(page.getByText('60 blanks, 60 settled · kept')).toBeVisible()
  await press('Control+Enter')
  await expect(
    page.getByText('Every value is there, everyone has a place to sign and a way to be reached.'),
  ).toBeVisible()
  expect(presses).toBeLessThan(25)
  process.stdout.write(`60 blanks on 20 pages: ${presses} key presses from the file to ready to send\n`)

  await page.getByRole('button', { name: 'Send to Petra, then to you' }).click()
  await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()
  const { papers } = await api.must<{ papers: { id: string }[] }>('GET', `/api/jobs/${job.id}`)
  const token = await linkTo(api, job.email)
  const view = await api.must<{ papers: { fields: { field: { type: string } }[]; pages: number }[] }>(
    'GET',
    `/api/sign/${token}`,
  )
  expect(view.papers[0]!.pages).toBe(20)
  const of = (type: string) => view.papers[0]!.fields.filter((f) => f.field.type === type).length
  expect([of('initials'), of('signature'), of('date'), of('name'), of('text')]).toEqual([19, 1, 19, 1, 19])
  expect((await paperOf(api, papers[0]!.id)).round!.people.map((p) => p.part)).toEqual(['sign', 'sign'])
})

test('a form is marked with the mouse, filled on its own pages on a phone, and sealed', async ({
  page,
  browser,
  server,
  api,
}) => {
  const job = await makeJob(api, { title: 'Pool party' })
  const id = await layDown(api, job.id, setFile('pool-party'), { title: 'Pool form' })
  await signIn(page)
  await page.goto(`/papers/${id}/mark`)
  await expect(page.getByText('14 blanks, 0 settled · kept')).toBeVisible()
  await page.getByRole('button', { name: 'Settle all 14' }).click()

  await test.step('a box is drawn, pulled to the rule beneath it, moved by keys, undone and done again', async () => {
    await page.keyboard.press('b')
    const sheet = (await page.locator('#table-page-1').boundingBox())!
    const scale = sheet.width / 612
    const at = (x: number, y: number) => [sheet.x + x * scale, sheet.y + y * scale] as const
    await page.mouse.move(...at(430, 84))
    await page.mouse.down()
    await page.mouse.move(...at(540, 101), { steps: 5 })
    await page.mouse.up()
    await expect(page.getByText('15 blanks, 15 settled · kept')).toBeVisible()
    const drawn = async () => (await tableOf(api, id)).marked.marks.find((m) => m.from === 'hand')
    const first = (await drawn())!
    // The rule of the line lies at 102 points.
    expect(first.y + first.h).toBeCloseTo(102, 0)
    await page.keyboard.press('Shift+ArrowRight')
    await page.keyboard.press('Control+ArrowUp')
    await expect.poll(async () => (await drawn())?.y).toBeCloseTo(first.y - 10, 3)
    expect((await drawn())!.w).toBeCloseTo(first.w + 1, 3)
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Control+z')
    await expect(page.getByText('14 blanks, 14 settled · kept')).toBeVisible()
    expect(await drawn()).toBeUndefined()
    await page.keyboard.press('Control+Shift+z')
    await expect(page.getByText('15 blanks, 15 settled · kept')).toBeVisible()
    await page.keyboard.press('Control+z')
    await expect(page.getByText('14 blanks, 14 settled · kept')).toBeVisible()
  })

  await test.step('tried out as the client, who is told what is missing', async () => {
    await page.getByRole('button', { name: 'See it as…' }).click()
    const dialog = page.getByRole('dialog', { name: /as it will be filled/ })
    await dialog.getByRole('textbox', { name: 'Name of person booking' }).fill('Ines')
    await accessible(page)
    await dialog.getByRole('button', { name: 'Try to finish' }).click()
    await expect(dialog.getByRole('status')).toContainText('Your signature is missing.')
    await page.keyboard.press('Escape')
  })

  await page.getByRole('button', { name: 'To the sending sheet' }).click()
  await page.getByRole('button', { name: 'Send to Petra, then to you' }).click()
  await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()

  const client = await phone(browser, server)
  await client.page.goto(`/s/${await linkTo(api, job.email)}`)
  await expect(client.page.getByText('No running. No glass.')).toBeVisible()
  await accessible(client.page)
  await client.page.getByRole('button', { name: 'Page view' }).click()
  await client.page.getByRole('textbox', { name: 'Name of person booking' }).fill('Petra Maria Holm')
  await client.page.getByRole('textbox', { name: 'Phone' }).fill('01632 960 888')
  await client.page.locator('.form-pages').getByLabel('Date of party').fill('2027-02-03')
  await client.page.getByRole('textbox', { name: 'Start time' }).fill('half past two')
  await client.page.getByRole('checkbox', { name: 'Lane ropes' }).check()
  await accessible(client.page)
  await client.page.getByRole('button', { name: 'Signature of hirer: sign here' }).click()
  await draw(client.page)
  // Values of the record stand on the page already; nobody is asked for them again.
  await client.page.getByRole('button', { name: /^Sign the pool form/ }).click()
  await client.page.getByRole('checkbox', { name: /I agree/ }).check()
  await client.page
    .getByRole('dialog')
    .getByRole('button', { name: /^Sign the pool form/ })
    .click()
  await expect(client.page.getByRole('heading', { name: /Thank you|signed/i }).first()).toBeVisible()
  expect(client.faults).toEqual([])

  await page.getByRole('button', { name: 'Countersign' }).click()
  await signOnPages(page)
  await draw(page)
  await page.getByRole('button', { name: /^Sign the pool form/ }).click()
  await page.getByRole('checkbox', { name: /I agree/ }).check()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Sign the pool form/ })
    .click()
  await until(
    () => paperOf(api, id),
    (v) => !!v.round?.sealed,
  )
  const file = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'sealed.pdf')
  writeFileSync(file, await api.raw(`/api/papers/${id}/sealed`))
  const text = execFileSync('pdftotext', ['-layout', '-l', '1', file, '-'], { encoding: 'utf8' })
  for (const words of ['POOL PARTY BOOKING', 'Petra Maria Holm', 'half past two', '3 February 2027'])
    expect(text).toContain(words)
  expect(execFileSync('pdfsig', ['-nocert', file], { encoding: 'utf8' })).toContain('Signature is Valid')
})

test('a photograph of a sheet is cropped to it, a locked file asks for its password, a refused one says why', async ({
  page,
  api,
}) => {
  const job = await makeJob(api, { title: 'From a phone' })
  await signIn(page)
  await page.goto(`/bring?job=${job.id}`)
  // A light sheet, askew on a dark table.
  const [width, height] = [800, 600]
  const data = Buffer.alloc(width * height * 4)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const u = x - 0.12 * y,
        v = y + 0.06 * x
      data.fill(u > 200 && u < 520 && v > 90 && v < 540 ? 225 : 45, (y * width + x) * 4, (y * width + x) * 4 + 3)
    }
  const photo = Buffer.from(jpeg.encode({ width, height, data }, 90).data)
  const files = page.getByLabel('Files to bring in')
  await files.setInputFiles({ name: 'photo.jpg', mimeType: 'image/jpeg', buffer: photo })
  await expect(page.getByRole('button', { name: 'Lay the page on the table' })).toBeFocused()
  await accessible(page)

  await files.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') })
  await expect(page.getByRole('alert')).toContainText('neither a PDF')
  const locked = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'locked.pdf')
  execFileSync('qpdf', ['--encrypt', 'sesame', 'o', '256', '--', join(SET, 'moorings.pdf'), locked])
  await files.setInputFiles(locked)
  await page.getByLabel('Password').fill('sesame')
  await page.getByRole('button', { name: 'Open it' }).click()
  await expect(page.getByRole('button', { name: 'Lay 2 pages on the table' })).toBeFocused()
  await page.getByRole('listitem', { name: /^Page 2/ }).focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('r')
  await page.getByLabel('Title').fill('Two sheets')
  await page.getByRole('button', { name: 'Lay 2 pages on the table' }).click()
  await expect(page.getByRole('heading', { name: 'Two sheets' })).toBeVisible()
  const { papers } = await api.must<{ papers: { id: string }[] }>('GET', `/api/jobs/${job.id}`)
  const { marked } = await tableOf(api, papers[0]!.id)
  // The mooring licence first, on its side now; the photograph is a sheet of its own shape, standing.
  expect(marked.pages.map(({ w, h }) => [w, h].map(Math.round))).toEqual([
    [740, 520],
    [595, 842],
  ])
})

test('two windows on one table: the one that is behind is told, and a rule that can’t work says why', async ({
  page,
  api,
}) => {
  const job = await makeJob(api, { title: 'Two windows' })
  const id = await layDown(api, job.id, setFile('pool-party'))
  await signIn(page)
  await page.goto(`/papers/${id}/mark`)
  await expect(page.getByText('14 blanks, 0 settled · kept')).toBeVisible()
  const { marked } = await tableOf(api, id)
  await saveMarks(
    api,
    id,
    marked.marks.map((m) => ({ ...m, state: 'settled' as const })),
  )
  await page.keyboard.press('Enter')
  await expect(page.getByText('14 blanks, 14 settled · kept')).toBeVisible()
  await page
    .getByRole('listbox', { name: 'Blanks' })
    .getByRole('option', { name: /^Inflatable/ })
    .click()
  await page.getByText('Rules', { exact: true }).click()
  await page.getByRole('group', { name: 'Asked only when' }).getByRole('button', { name: 'Add a condition' }).click()
  await choose(page.getByRole('group', { name: 'Asked only when' }), 'Field', 'Lane ropes')
  await expect(page.getByText('14 blanks, 14 settled · kept')).toBeVisible()
  await page
    .getByRole('listbox', { name: 'Blanks' })
    .getByRole('option', { name: /^Lane ropes/ })
    .click()
  await page.getByText('Rules', { exact: true }).click()
  await page.getByRole('group', { name: 'Asked only when' }).getByRole('button', { name: 'Add a condition' }).click()
  await choose(page.getByRole('group', { name: 'Asked only when' }), 'Field', 'Inflatable')
  await expect(page.getByRole('alert')).toContainText('go in a circle')
  await page.keyboard.press('Escape')
  const kept = (await tableOf(api, id)).marked.marks.filter((m) => m.field.show)
  const [inflatable] = kept.filter((m) => m.field.label === 'Inflatable')
  const ropes = kept.find((m) => m.field.label === 'Lane ropes')
  expect(JSON.stringify(ropes?.field.show ?? {})).not.toContain(inflatable!.field.key)
})

test('a scan has its blanks found in the picture, and read what they are for, on this device', async ({
  page,
  api,
}) => {
  const job = await makeJob(api, { title: 'From the scanner' })
  const picture = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'scan')
  execFileSync('pdftoppm', ['-r', '180', '-gray', '-jpeg', '-singlefile', join(SET, 'pool-party.pdf'), picture])
  const pdf = await PDFDocument.create()
  const image = await pdf.embedJpg(readFileSync(`${picture}.jpg`))
  const [w, h] = [(image.width * 72) / 180, (image.height * 72) / 180]
  pdf.addPage([w, h]).drawImage(image, { x: 0, y: 0, width: w, height: h })
  await signIn(page)
  await page.goto(`/bring?job=${job.id}`)
  await page
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'Scan.pdf', mimeType: 'application/pdf', buffer: Buffer.from(await pdf.save()) })
  await page.getByRole('button', { name: 'Lay the page on the table' }).press('Enter')
  await expect(page.getByText('Page 1 is a scan: lines, boxes and words were read from the picture')).toBeVisible()
  await expect(page.getByText(/^\d+ blanks, 0 settled · kept$/)).toBeVisible()
  await accessible(page)
  const { papers } = await api.must<{ papers: { id: string }[] }>('GET', `/api/jobs/${job.id}`)
  const { marked } = await tableOf(api, papers[0]!.id)
  const truth = JSON.parse(readFileSync(join(SET, 'pool-party.json'), 'utf8')) as Truth[]
  const found = marked.marks
    .filter((m) => m.confidence >= SURE)
    .map((m) => ({ ...m, type: m.field.type, party: m.field.party }))
  const { matched } = scoreOf(truth, found)
  expect(matched / truth.length).toBeGreaterThan(0.85)
  expect(matched / found.length).toBeGreaterThan(0.85)
  expect(marked.marks.filter((m) => m.field.type === 'signature').length).toBeGreaterThan(0)
})
