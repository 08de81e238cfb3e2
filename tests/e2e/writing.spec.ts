import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import JSZip from 'jszip'
import { wordsOfInlines, walkBlocks } from '../../core/document/walk'
import type { PaperDocument } from '../../core/document/model'
import type { TemplateView } from '../../shared/library'
import type { Caller } from '../support/caller'
import { DOT } from '../support/anyPaper'
import { letter, p, t, tbl, tc } from '../support/letter'
import { jobOf, makeJob, paperOf } from '../support/line'
import { until } from '../support/server'
import { choose, accessible, expect, signIn, test } from './support'

const sheetOf = (page: Page) => page.getByRole('textbox', { name: 'The sheet' })

/** Waits until what is on the sheet has been laid out and kept. */
const kept = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^saved .*\d page/ })).toBeVisible()
const stored = (api: Caller, id: string) => api.must<TemplateView>('GET', `/api/templates/${id}`)
const says = ({ document }: TemplateView) =>
  [...walkBlocks(document.body)].flatMap((b) =>
    b.t === 'paragraph' || b.t === 'heading' ? [wordsOfInlines(b.content)] : [],
  )
const insert = async (page: Page, what: string) => {
  await page.keyboard.type('/')
  await page.getByRole('combobox', { name: 'What to insert' }).fill(what)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'What to insert' })).toBeHidden()
}

test('a template is written by keyboard alone, kept by itself, and undone over sittings', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/library')
  await accessible(page)
  await page.getByRole('button', { name: 'New template' }).click()
  const sheet = sheetOf(page)
  await expect(sheet).toContainText('Untitled template')
  const id = page.url().split('/').at(-1)!
  await page.getByLabel('Name of the template').fill('Boat hire')
  await page.getByLabel('Name of the template').press('Tab')

  await test.step('words, a numbered clause, a value, fields', async () => {
    await sheet.getByText('Untitled template').click()
    await page.keyboard.press('End')
    await page.keyboard.press('Enter')
    await insert(page, 'numbered heading')
    await page.keyboard.type('The boat')
    await page.keyboard.press('Enter')
    await insert(page, 'numbered clause')
    await page.keyboard.type('Lent to ')
    await insert(page, 'client’s name')
    await page.keyboard.press('ArrowRight')
    await page.keyboard.type(' as it is.')
    await page.keyboard.press('Enter')
    await insert(page, 'plain text')
    await insert(page, 'signature of client')
    const notes = page.getByRole('list', { name: 'Before it goes' })
    await expect(notes).toContainText('Business has nowhere to sign.')
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('Enter')
    await insert(page, 'signature of business')
    await expect(notes).toContainText('Every value is known.')
    await kept(page)
    const v = await stored(api, id)
    expect(v.name).toBe('Boat hire')
    expect(says(v)).toEqual(expect.arrayContaining(['The boat', 'Lent to {client.name} as it is.']))
    const fields = [...walkBlocks(v.document.body)].flatMap((b) => (b.t === 'field' ? [b.field.party] : []))
    expect(fields).toEqual(['client', 'business'])
    await accessible(page)
  })

  await test.step('a mark stands in the line, and a note stands level with its own', async () => {
    await sheet.getByText(/Lent to/).click()
    await page.keyboard.press('End')
    await page.keyboard.type(' We we take care. ')
    const [picker] = await Promise.all([page.waitForEvent('filechooser'), insert(page, 'picture in the line')])
    await picker.setFiles({
      name: 'anchor.png',
      mimeType: 'image/png',
      buffer: Buffer.from(DOT.split(',')[1]!, 'base64'),
    })
    await expect(sheet.locator('p', { hasText: 'take care' }).getByRole('img', { name: 'anchor' })).toBeVisible()
    const note = page.getByRole('list', { name: 'Before it goes' }).getByRole('listitem').filter({ hasText: /twice/ })
    const level = async () => {
      const [a, b] = await Promise.all([note.boundingBox(), sheet.locator('p', { hasText: 'take care' }).boundingBox()])
      return Math.round(Math.abs(a!.y - b!.y))
    }
    await expect(note).toBeVisible()
    // It moves with its line; at the top what is chosen may stand before it.
    await sheet.getByText('The boat').click()
    await page.keyboard.press('End')
    const press = async (key: string, times: number) => {
      for (let i = 0; i < times; i += 1) await page.keyboard.press(key)
    }
    await press('Enter', 14)
    await expect.poll(level).toBeLessThan(3)
    // From the head of the notes: the window follows what is written.
    const head = page.getByRole('heading', { name: 'Before it goes' })
    const down = async () => (await note.boundingBox())!.y - (await head.boundingBox())!.y
    const before = await down()
    await press('Enter', 3)
    await expect.poll(down).toBeGreaterThan(before + 40)
    await expect.poll(level).toBeLessThan(3)
    await kept(page)
    const clause = [...walkBlocks((await stored(api, id)).document.body)].find(
      (b) => b.t === 'paragraph' && b.content.some((i) => i.t === 'picture'),
    )
    expect(JSON.stringify(clause)).toContain('"alt":"anchor"')
    await press('Backspace', 17)
    await sheet.getByText(/We we/).click()
  })

  await test.step('what a value prints and a condition are set beside the sheet', async () => {
    const clause = sheet.locator('p', { hasText: 'Lent to' })
    await expect(clause).toHaveAttribute('data-number', '1.1')
    await clause.click()
    const paragraph = page.getByRole('region', { name: 'This paragraph' })
    await choose(paragraph, 'When it is there', 'Only when…')
    await choose(paragraph, 'The value it depends on', 'Number of people')
    await choose(paragraph, 'How it is compared', 'is above')
    await kept(page)
    const block = [...walkBlocks((await stored(api, id)).document.body)].find((b) => b.when)
    expect(block).toMatchObject({ when: { path: 'job.people', is: 'above', than: 0 } })
  })

  await test.step('a paste from a word processor brings words and marks, a drawing with a script becomes a picture', async () => {
    await sheet.locator('p', { hasText: 'Lent to' }).click()
    await page.keyboard.press('End')
    await page.evaluate(() => {
      const data = new DataTransfer()
      data.setData(
        'text/html',
        `<p class=MsoNormal style='mso-list:l0'><b>Bold</b> from elsewhere<o:p></o:p></p><script>window.ran = 1</script><img src=x onerror="window.ran = 1">`,
      )
      document.activeElement!.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      )
    })
    await expect(sheet).toContainText('Bold from elsewhere')
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><script>window.ran = 1</script><rect width="60" height="40" fill="#6b3f78"/></svg>`
    await page
      .getByLabel('A picture')
      .setInputFiles({ name: 'logo.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
    await expect(sheet.getByRole('img', { name: 'logo' })).toBeVisible()
    await page
      .getByLabel('A picture')
      .setInputFiles({ name: 'broken.png', mimeType: 'image/png', buffer: Buffer.from('not a picture') })
    await expect(page.getByText('“broken.png” is broken or not a picture')).toBeVisible()
    await kept(page)
    expect(await page.evaluate(() => (window as unknown as { ran?: number }).ran)).toBeUndefined()
    const v = await stored(api, id)
    expect(says(v).join('|')).toContain('Bold from elsewhere')
    const image = [...walkBlocks(v.document.body)].find((b) => b.t === 'image')
    expect(image).toMatchObject({ src: expect.stringMatching(/^data:image\/png;base64,/) as unknown })
  })

  await test.step('after closing, undo still goes back', async () => {
    const before = says(await stored(api, id))
    await sheet.getByText('The boat').click()
    await expect(page.getByRole('region', { name: 'This heading' })).toBeVisible()
    await page.keyboard.press('End')
    await page.keyboard.type(' and the oars')
    await kept(page)
    await page.reload()
    await expect(sheetOf(page)).toContainText('The boat and the oars')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(sheetOf(page)).not.toContainText('and the oars')
    await kept(page)
    expect(says(await stored(api, id))).toEqual(before)
  })

  await test.step('two windows: neither loses its words', async () => {
    const other = await page.context().newPage()
    await other.goto(page.url())
    await sheetOf(other).getByText('The boat').click()
    await other.keyboard.press('End')
    await other.keyboard.type(' of the other window')
    await kept(other)
    await sheet.getByText('The boat').click()
    await page.keyboard.press('End')
    await page.keyboard.type(' of this window')
    await expect(page.getByRole('alert').filter({ hasText: 'written in another window' })).toBeVisible()
    await page.getByRole('button', { name: 'Show what is there now' }).click()
    await expect(sheet).toContainText('The boat of the other window')
    await page.getByRole('button', { name: 'Versions' }).click()
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Set aside/ })
      .click()
    await expect(page.getByRole('dialog').locator('del')).toContainText('this')
    await accessible(page)
    await page.getByRole('button', { name: 'Bring set aside back' }).click()
    await expect(sheet).toContainText('The boat of this window')
    await kept(page)
    expect(says(await stored(api, id)).join()).toContain('The boat of this window')
    await other.close()
  })
})

test('a job’s paper is filled, corrected at the source, amended, looked at and sent', async ({ page, api }) => {
  const { id: job } = await makeJob(api, { place: '' })
  await signIn(page)
  await page.goto(`/jobs/${job}`)
  await page.getByRole('button', { name: 'A paper' }).click()
  await choose(page, 'Or from a template', 'Hire agreement')
  await page.getByRole('button', { name: 'Make the paper' }).click()
  await expect(page.getByRole('navigation', { name: 'On this paper' })).toBeVisible()
  const id = page.url().split('/').at(-2)!
  const notes = page.getByRole('list', { name: 'Before it goes' })

  await test.step('what is missing is given from its note, at its source', async () => {
    await expect(notes).toContainText('Place is missing.')
    await notes
      .getByRole('listitem')
      .filter({ hasText: 'Place is missing.' })
      .getByRole('button', { name: 'Add it' })
      .click()
    await page.getByRole('dialog', { name: 'Place' }).getByRole('textbox', { name: 'Place' }).fill('Long Meadow')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: 'Long Meadow', exact: true }).first()).toBeVisible()
    expect((await jobOf(api, job)).place).toBe('Long Meadow')
    await page.getByRole('button', { name: '20', exact: true }).first().click()
    await page.getByRole('button', { name: 'Correct it at the source' }).click()
    await page.getByRole('textbox', { name: 'Number of people' }).fill('22')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: '22', exact: true }).first()).toBeVisible()
    expect((await jobOf(api, job)).people).toBe(22)
  })

  await test.step('one clause reworded, one struck, one added, one undone', async () => {
    await page.getByRole('button', { name: 'Amend 1.2' }).click()
    await expect(page.getByRole('textbox', { name: 'How it should read' })).toBeFocused()
    await page.keyboard.press('End')
    await page.keyboard.type(' Letters count.')
    await page.getByLabel('Why').fill('asked for')
    await page.getByRole('button', { name: 'Amend this copy' }).click()
    const list = page.getByRole('list', { name: 'Amendments' })
    await expect(list).toContainText('1.2 Reworded by Maren Fosse')
    await page.getByRole('button', { name: 'Amend 1.3' }).click()
    await page.getByRole('button', { name: 'Strike' }).click()
    await page.getByRole('button', { name: 'Amend this copy' }).click()
    await expect(list.getByRole('listitem')).toHaveCount(2)
    await accessible(page)
    await list.getByRole('listitem').filter({ hasText: 'Struck' }).getByRole('button', { name: 'Undo it' }).click()
    await expect(list.getByRole('listitem')).toHaveCount(1)
    const { written } = await paperOf(api, id)
    expect(written.amendments).toMatchObject([{ kind: 'reword', by: 'Maren Fosse', why: 'asked for' }])
    await expect(page.locator('ins')).toContainText('Letters count.')
  })

  await test.step('it is seen as the client will see it, and the PDF says all of it', async () => {
    await page.getByRole('button', { name: 'See it as…' }).click()
    const dialog = page.getByRole('dialog', { name: /as it will be seen/ })
    await expect(dialog.getByRole('region', { name: 'On a phone' })).toContainText('Letters count.')
    await dialog.getByRole('button', { name: 'Business' }).click()
    await page.keyboard.press('Escape')
    const file = join(mkdtempSync(join(tmpdir(), 'upwold-')), 'paper.pdf')
    writeFileSync(file, await api.raw(`/api/papers/${id}/export?as=pdf`))
    expect(execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' })).toMatch(
      /Long Meadow[\s\S]*for up to 22\s+people[\s\S]*Letters count\./,
    )
    await page.getByRole('link', { name: 'To the sending sheet' }).click()
    await page.getByRole('button', { name: /^Send to/ }).click()
    await until(
      () => paperOf(api, id),
      (p) => p.state === 'out',
    )
  })

  await test.step('the record changes, and the job says what the paper still says', async () => {
    const { version } = await jobOf(api, job)
    await api.must('PATCH', `/api/jobs/${job}`, { version, set: { people: 30 } })
    await page.goto(`/jobs/${job}`)
    const notice = page.getByRole('region', { name: /What the hire agreement still says/ })
    await expect(notice).toContainText('The hire agreement says number of people 22, the record now says 30.')
    await accessible(page)
    await notice.getByRole('button', { name: 'Make an addendum' }).click()
    await expect(page.getByRole('heading', { name: 'Addendum to the hire agreement' })).toBeVisible()
    const made = await paperOf(api, page.url().split('/').at(-1)!)
    expect([made.kind, made.state, (await paperOf(api, id)).drift]).toEqual(['form', 'draft', []])
  })
})

test('a file is brought in with its blanks, and a clause is changed for every template that follows it', async ({
  page,
  api,
}) => {
  await signIn(page)
  await page.goto('/library')
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Bring in a file' }).click()
  const terms = '# Mooring terms\n\nClient name: ________\n\nSigned: ________ and [anything else].\n'
  await (await chooser).setFiles({ name: 'mooring.md', mimeType: 'text/markdown', buffer: Buffer.from(terms) })
  const dialog = page.getByRole('dialog', { name: 'Bring in a file' })
  await expect(dialog).toContainText('3 blanks found')
  await dialog.getByRole('checkbox', { name: /anything else/ }).uncheck()
  await dialog.getByRole('button', { name: 'Make it a template' }).click()
  await expect(sheetOf(page)).toContainText('Mooring terms')
  const id = page.url().split('/').at(-1)!
  const { document } = await stored(api, id)
  const text = JSON.stringify(document.body)
  expect(text).toContain('"path":"client.name"')
  expect(text).toContain('"type":"signature"')
  expect(text).toContain('[anything else]')
  await expect(page.getByRole('list', { name: 'Before it goes' })).toContainText('“[anything else]” looks like a blank')

  await page.goto('/library/clauses/details')
  const clause = page.getByRole('textbox', { name: 'The clause' })
  await clause.getByText('We keep your name').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' Ask, and we show you what we keep. ')
  await insert(page, 'business phone')
  await expect(page.getByText('Hire agreement')).toBeVisible()
  await page.getByRole('button', { name: 'Keep it as edition 2' }).click()
  await expect(page.getByText('Edition 2 is kept.')).toBeVisible()
  await accessible(page)
  expect(JSON.stringify(await api.must('GET', '/api/clauses/details'))).toContain('"path":"business.phone"')
  const html = new TextDecoder().decode(await api.raw('/api/templates/hire/export?as=html'))
  expect(html).toContain('Ask, and we show you what we keep.')
})

test('a letter with tracked changes comes in as one asks, with its merged cells and form fields', async ({
  page,
  api,
}) => {
  const change = (kind: 'ins' | 'del', words: string) =>
    `<w:${kind} w:id="1" w:author="Ada Quist"><w:r><w:${kind === 'ins' ? 't' : 'delText'}>${words}</w:${kind === 'ins' ? 't' : 'delText'}></w:r></w:${kind}>`
  const size = `<w:sdt><w:sdtPr><w:alias w:val="Size of barrel"/><w:dropDownList><w:listItem w:displayText="Small" w:value="s"/><w:listItem w:displayText="Large" w:value="l"/></w:dropDownList></w:sdtPr><w:sdtContent>${t('Small')}</w:sdtContent></w:sdt>`
  const bytes = await letter(
    [
      p(t('Terms of hire')),
      p(`${t('A deposit of ')}${change('del', '£50')}${change('ins', '£80')}${t(' is due.')}`),
      p(`${t('Size: ')}${size}`),
      tbl(
        [3000, 1500, 1500],
        tc(p(t('What is hired')), 3),
        tc(p(t('Barrel')), 1, 'restart') + tc(p(t('two days'))) + tc(p(t('£420'))),
        tc('', 1, 'continue') + tc(p(t('wood for two evenings')), 2),
      ),
      tbl([2000, 4000], tc(p(t('Signature of the hirer'))) + tc(''), tc(p(t('Date'))) + tc('')),
      p(`${t('The sum of ')}<m:oMath><m:r><m:t>x</m:t></m:r></m:oMath>`),
    ].join(''),
  )
  await signIn(page)
  await page.goto('/library')
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Bring in a file' }).click()
  await (
    await chooser
  ).setFiles({ name: 'Terms.docx', mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) })
  const dialog = page.getByRole('dialog', { name: 'Bring in a file' })
  await expect(dialog).toContainText('2 changes are tracked in it, by Ada Quist')
  await expect(dialog).toContainText('a formula at “The sum of”')
  await expect(dialog).toContainText('3 blanks found')
  await choose(dialog, 'Its changes come in', 'both shown, struck and added')
  await expect(dialog.getByRole('button', { name: 'Make it a template' })).toBeEnabled()
  await dialog.getByRole('button', { name: 'Make it a template' }).click()
  await expect(sheetOf(page).locator('del')).toHaveText('£50')
  await expect(sheetOf(page).locator('ins')).toHaveText('£80')
  const { document } = await stored(api, page.url().split('/').at(-1)!)
  const body = JSON.stringify(document.body)
  expect(body).toContain('"text":"£50","change":"struck"')
  expect(body).toContain('"options":["Small","Large"]')
  expect(body).toContain('"merged":[{"cell":0,"across":1,"down":2}]')
  expect(body).toContain('"type":"signature"')
})

test('the first page of a template begins in its own way', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/library')
  await page.getByRole('button', { name: 'New template' }).click()
  const sheet = sheetOf(page)
  await expect(sheet).toContainText('Untitled template')
  const id = page.url().split('/').at(-1)!
  const own = page.getByRole('checkbox', { name: 'The first page begins and ends in its own way' })
  await own.check()
  await sheet.locator('.firstHeader p').click()
  await page.keyboard.type('Sedge Lane 4, Oakhanger')
  await accessible(page)
  const now = () => stored(api, id)
  await until(now, ({ document: d }) => JSON.stringify(d.first?.header ?? []).includes('Sedge Lane 4, Oakhanger'))
  await own.uncheck()
  await until(now, ({ document: d }) => d.first === undefined)
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await until(now, ({ document: d }) => JSON.stringify(d.first?.header ?? []).includes('Sedge Lane 4, Oakhanger'))
  await page.reload()
  await expect(own).toBeChecked()
  await expect(sheet.locator('.firstHeader')).toHaveText('Sedge Lane 4, Oakhanger')
})

test('a letter in columns with an annex comes in with its sections, and one is written by hand', async ({
  page,
  api,
}) => {
  const sections = (more: string) => `<w:sectPr>${more}</w:sectPr>`
  const ref = (id: string) => `<w:headerReference w:type="default" r:id="${id}"/>`
  const bytes = await letter(
    [
      p(t('Terms of hire'), sections(ref('header1'))),
      ...Array.from({ length: 9 }, (_, i) => p(t(`Clause ${i + 1} of the terms.`))),
      p(t('The last of them.'), sections('<w:type w:val="continuous"/><w:cols w:num="2"/>')),
      p(t('What is hired')),
      sections(`${ref('header2')}<w:pgNumType w:start="1"/>`),
    ].join(''),
    { header1: p(t('Larkmoor Saunas')), header2: p(t('Annex')) },
  )
  await signIn(page)
  await page.goto('/library')
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Bring in a file' }).click()
  await (
    await chooser
  ).setFiles({ name: 'Terms.docx', mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) })
  const dialog = page.getByRole('dialog', { name: 'Bring in a file' })
  await expect(dialog.getByRole('button', { name: 'Make it a template' })).toBeEnabled()
  await dialog.getByRole('button', { name: 'Make it a template' }).click()
  const sheet = sheetOf(page)
  await expect(sheet).toContainText('What is hired')
  const id = page.url().split('/').at(-1)!
  const now = () => stored(api, id)
  const begun = (d: PaperDocument) => d.body.flatMap((b) => (b.t === 'section' ? [b] : []))
  expect(begun((await now()).document)).toMatchObject([{ goesOn: true, columns: 2 }, { from: 1 }])

  // By the keyboard: from the line that tells of it to what can be set about it.
  await sheet.getByRole('button', { name: 'From here text runs in 2 columns' }).focus()
  await page.keyboard.press('Enter')
  const card = page.getByRole('region', { name: 'From here on' })
  await choose(card, 'Text runs in', '3 columns')
  await card.getByRole('checkbox', { name: 'Its pages begin and end in another way' }).check()
  await card.getByRole('checkbox', { name: 'Its even pages in their own' }).check()
  await sheet.locator('.section').first().locator('.evenHeader p').click()
  await page.keyboard.type('Even pages of the terms')
  await until(now, ({ document: d }) => {
    const [first] = begun(d)
    return first?.columns === 3 && JSON.stringify(first.heads?.even?.header ?? []).includes('Even pages of the terms')
  })
  await accessible(page)

  await sheet.getByRole('button', { name: 'pages count from 1' }).click()
  await expect(card).toBeVisible()
  await sheet.getByText('What is hired').click()
  await expect(card).toBeHidden()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await insert(page, 'new section')
  await expect(
    sheet.getByRole('button', { name: 'From here, on a new page, text runs in one column', exact: true }),
  ).toBeVisible()
  await card.getByRole('spinbutton', { name: 'Its pages count from' }).fill('5')
  await page.keyboard.press('Tab')
  await until(now, ({ document: d }) => begun(d).at(-1)?.from === 5)
  await page.reload()
  await expect(sheet.locator('.section')).toHaveCount(3)

  const out = await JSZip.loadAsync(await api.raw(`/api/templates/${id}/export?as=docx`))
  const xml = (name: string) => out.file(`word/${name}.xml`)!.async('string')
  expect((await xml('document')).match(/<w:cols [^>]*w:num="\d"/g)).toHaveLength(1)
  expect(await xml('document')).toContain('w:start="5"')
  expect(await xml('settings')).toContain('<w:evenAndOddHeaders')
})
