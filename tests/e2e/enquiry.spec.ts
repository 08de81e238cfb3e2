import { jobOf, mailsTo } from '../support/line'
import { accessible, choose, expect, signIn, test } from './support'

const YEAR = new Date().getFullYear() + 1
const LETTER = `Hi there,

we would love a sauna in the orchard, 12 or 19 June ${YEAR}, from 4pm. We will be around 24, three of them children. The big barrel if it's free, and a cold plunge tub. The gate is only 2.60 wide, is that enough?

Best wishes
Tamsin Roe
tamsin@roe.example
020 7946 0123

On Mon, 23 Nov 2026 at 09:12, Larkmoor Saunas wrote:
> We are free on 5 June.`

test('a job begins with what they wrote: read, looked over, one of two days chosen, asked back, added with its quote', async ({
  page,
  api,
}) => {
  await signIn(page)
  await page.goto('/jobs')
  await expect(page.getByRole('heading', { level: 1, name: 'Jobs' })).toBeVisible()
  await page.keyboard.press('n')
  const box = page.getByRole('textbox', { name: 'The enquiry' })
  await box.fill(LETTER)
  await accessible(page)
  await box.press('Control+Enter')
  await expect(page.getByRole('heading', { name: 'What it says' })).toBeVisible()
  await expect(page.getByLabel('Number of people')).toHaveValue('24')
  await expect(page.getByLabel('Client, new')).toHaveValue('Tamsin Roe')
  await expect(page.getByLabel('E-mail', { exact: true })).toHaveValue('tamsin@roe.example')
  // Neither of the days is taken by itself, and older mail isn't read.
  await expect(page.getByLabel('Begins')).toHaveValue('')
  await expect(page.getByText('Older mail and the ends of the message: 2 lines')).toBeVisible()
  await accessible(page)

  // Words lead to their field, and a field to its words; by keys, too.
  const words = page.getByRole('button', { name: 'three of them children' })
  await words.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Number of people')).toBeFocused()
  await expect(words).toHaveClass(/on/)
  await page.getByLabel('Where', { exact: true }).fill('Roe Farm, Lower Withy')
  await page.getByRole('button', { name: /^\w{3} 19 June/ }).click()
  await expect(page.getByLabel('Begins')).toHaveValue(`19/06/${YEAR} 16:00`)
  await expect(page.getByRole('region', { name: 'Still open' })).toBeHidden()
  await page.getByLabel('Number of people').fill('26')

  // Without a kind nothing is added; what was typed stays.
  await page.getByRole('button', { name: 'Add the job' }).click()
  await expect(page.getByText('Choose the kind of job.')).toBeVisible()
  await choose(page, 'Kind', 'Garden weekend')
  await expect(page.getByLabel('Gate width, m')).toHaveValue('2.6')
  await page.getByRole('button', { name: 'Add it and make the quote' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /Quote/ })).toBeVisible()
  const { rows } = await api.must<{ rows: { id: string }[] }>('GET', '/api/jobs?when=all&find=Roe%20garden')
  const job = await jobOf(api, rows[0]!.id)
  expect(job).toMatchObject({
    starts: `${YEAR}-06-19T16:00`,
    people: 26,
    place: 'Roe Farm, Lower Withy',
    facts: { gate: '2.6' },
    client: { name: 'Tamsin Roe', email: 'tamsin@roe.example', phone: '020 7946 0123' },
    notes: '3 of them children.',
  })
  expect(job.lines.map((l) => l.description)).toEqual(['Barrel sauna, Friday to Sunday', 'Cold plunge tub'])
  expect(job.papers.map((p) => p.title)).toEqual(['Quote'])
  expect(job.thread.find((h) => h.words === 'Tamsin Roe wrote')?.detail).toContain('we would love a sauna')
})

test('an e-mail that is dropped is read, and asked back in its language', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/jobs/new')
  await page.getByLabel('A file with the enquiry').setInputFiles({
    name: 'anfrage.eml',
    mimeType: 'message/rfc822',
    buffer: Buffer.from(
      'From: =?utf-8?Q?J=C3=B6rg_Hartwig?= <joerg@hartwig.example>\r\nSubject: Sauna\r\nMIME-Version: 1.0\r\nContent-Type: text/html; charset=utf-8\r\n\r\n<style>p{}</style><p>Guten Tag,<br>wir sind 14 Personen und suchen etwas f&uuml;r unseren Garten.</p><script>document.title="x"</script><p>Viele Gr&uuml;&szlig;e</p>',
    ),
  })
  await expect(page.getByLabel('Client, new')).toHaveValue('Jörg Hartwig')
  await expect(page.getByLabel('Number of people')).toHaveValue('14')
  await choose(page, 'Kind', 'Retreat')
  await page.getByRole('button', { name: 'Answer first' }).click()
  const drawer = page.getByRole('dialog', { name: 'Answer the enquiry' })
  await expect(drawer.getByLabel('What it says')).toHaveValue(/Welcher Tag passt Ihnen\?/)
  await accessible(page)
  await drawer.getByRole('button', { name: 'Add the job and send this' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /Hartwig retreat/ })).toBeVisible()
  await expect(page.getByText('Answered joerg@hartwig.example: Ihre Anfrage')).toBeVisible()
  await expect
    .poll(async () => (await mailsTo(api, 'joerg@hartwig.example'))[0]?.text)
    .toContain('• Wo soll es stattfinden?')
})

test('a picture of a message is read on the device, can be stopped, and says where there are no words', async ({
  page,
  context,
}) => {
  // Reading takes all a small machine has.
  const patience = { timeout: 90_000 }
  const shot = await context.newPage()
  await shot.setViewportSize({ width: 390, height: 560 })
  const drawn = async (html: string) => {
    await shot.setContent(`<body style="font:17px sans-serif;margin:24px">${html}</body>`)
    return shot.screenshot()
  }
  const letter = await drawn(
    `<p>Hello, we would like the barrel sauna on 19 June ${YEAR} from 4pm.</p><p>We will be 24 people at Finch Farm.</p><p>Orla Finch<br>orla@finch.example</p>`,
  )
  const nothing = await drawn('<div style="width:200px;height:200px;background:#4b6b2f"></div>')
  await shot.close()
  const asked: string[] = []
  page.on('request', (r) => asked.push(new URL(r.url()).host))
  await signIn(page)
  await page.goto('/jobs/new')
  const file = page.getByLabel('A file with the enquiry')
  const give = (name: string, buffer: Buffer) => file.setInputFiles({ name, mimeType: 'image/png', buffer })
  await give('meadow.png', nothing)
  await expect(page.getByText('No words could be read in meadow.png')).toBeVisible(patience)
  await give('message.png', letter)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText('message.png was left unread')).toBeVisible()
  await give('message.png', letter)
  await expect(page.getByLabel('E-mail', { exact: true })).toHaveValue('orla@finch.example', patience)
  await expect(page.getByLabel('Number of people')).toHaveValue('24')
  await expect(page.getByLabel('Begins')).toHaveValue(`19/06/${YEAR} 16:00`)
  // Nothing of it went anywhere: all that was asked for is of this address.
  expect(new Set(asked.filter(Boolean)).size).toBe(1)
})

test('what is no enquiry says so, and nothing typed is lost', async ({ page }) => {
  await signIn(page)
  await page.goto('/jobs/new')
  await page.getByRole('textbox', { name: 'The enquiry' }).fill('We are 12 people')
  for (const [name, body, words] of [
    ['photo.png', 'x', '“photo.png” is broken or not a picture'],
    ['letter.zip', 'x', 'letter.zip can’t be read as an enquiry'],
    ['empty.txt', '  ', 'There are no words in empty.txt'],
    ['broken.ics', 'BEGIN:NOTHING', 'There is no entry in this calendar file'],
  ] as const) {
    const mimeType = name === 'photo.png' ? 'image/png' : ''
    await page.getByLabel('A file with the enquiry').setInputFiles({ name, mimeType, buffer: Buffer.from(body) })
    await expect(page.getByText(words)).toBeVisible()
  }
  await expect(page.getByRole('textbox', { name: 'The enquiry' })).toHaveValue('We are 12 people')
  await page.getByLabel('A file with the enquiry').setInputFiles({
    name: 'day.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(
      `BEGIN:VCALENDAR\nVERSION:2.0\nBEGIN:VEVENT\nUID:1\nDTSTART;VALUE=DATE:${YEAR}0305\nDTEND;VALUE=DATE:${YEAR}0308\nSUMMARY:Retreat\nLOCATION:Hartside Barn\\, Nent\nORGANIZER;CN=Ola Brekke:mailto:ola@brekke.example\nEND:VEVENT\nEND:VCALENDAR\n`,
    ),
  })
  await expect(page.getByLabel('Where', { exact: true })).toHaveValue('Hartside Barn, Nent')
  await expect(page.getByLabel('Begins')).toHaveValue(new RegExp(`^05/03/${YEAR}`))
  await expect(page.getByLabel('Ends')).toHaveValue(new RegExp(`^07/03/${YEAR}`))
})
