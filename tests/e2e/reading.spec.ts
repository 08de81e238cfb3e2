import type { Page } from '@playwright/test'
import fc from 'fast-check'
import type { PaperDocument } from '../../core/document/model'
import { fieldsOf, mapBlocks } from '../../core/document/walk'
import { type TableWords, tableWords, toRead } from '../../core/layout/seen'
import type { PaperFigures } from '../../core/layout/figures'
import { type MergeContext, merge } from '../../core/merge/merge'
import { languages } from '../../core/text/language'
import type { TemplateView } from '../../shared/library'
import { anyPaper } from '../support/anyPaper'
import { everyFieldPaper } from '../support/everyField'
import type { Caller } from '../support/caller'
import { linkTo, makeJob, makePaper, send } from '../support/line'
import type { TestServer } from '../support/server'
import { expect, phone, test } from './support'

/** What a reader's page says, read by the browser's own walk through the text: a field is one sign, whatever is in it. */
const read = (page: Page): Promise<string> =>
  page
    .locator('article.paper > div')
    .first()
    .evaluate((root) => {
      let out = ''
      const marks: [string, string][] = [
        ['[data-field]', 'field'],
        ['[data-figures]', 'figures'],
      ]
      const walk = document.createTreeWalker(root, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT, (node) =>
        node.parentElement!.closest('[data-field]') ? NodeFilter.FILTER_REJECT : NodeFilter.FILTER_ACCEPT,
      )
      for (let node = walk.nextNode(); node; node = walk.nextNode()) {
        if (node instanceof HTMLElement) {
          for (const [selector, name] of marks) if (node.matches(selector)) out += `\u27e6${node.dataset[name]}\u27e7`
          if (node.matches('img')) out += '\u27e6image\u27e7'
        } else if (!node.parentElement!.closest('[data-figures]') || node.parentElement!.closest('[data-words]'))
          out += node.textContent!.replace(/\s+/g, '')
      }
      return out
    })

/** A round that is out, whose paper can be taken for any other: a version of it is kept and the round set to that. */
async function reader(api: Caller, server: TestServer) {
  const job = await makeJob(api)
  const paper = await makePaper(api, job.id, 'contract')
  const { roundId } = await send(api, paper)
  const token = await linkTo(api, job.email)
  let n = 0
  return {
    path: `/s/${token}`,
    async shows(document: PaperDocument, figures: PaperFigures | null, party: string): Promise<void> {
      const id = `${paper}-${(n += 1)}`
      await server.rows(
        `insert into paper_versions (id, paper_id, document, figures, fields, pages, pdf_sha, created_at)
         select ?, paper_id, ?, ?, fields, pages, pdf_sha, created_at from paper_versions where paper_id = ? limit 1`,
        [id, JSON.stringify(document), JSON.stringify(figures), paper],
      )
      await server.rows('update round_papers set version_id = ? where round_id = ?', [id, roundId])
      const fields = fieldsOf(document).filter((f) => f.party === party)
      await server.rows('update round_people set party = ?, fields = ? where round_id = ? and email = ?', [
        party,
        JSON.stringify(fields),
        roundId,
        job.email,
      ])
    },
  }
}

const says = (document: PaperDocument, tables: TableWords | null) => toRead(document, tables)

/** Only some fields may be missing on the page: those of a price table, which are chosen in it. */
async function same(page: Page, document: PaperDocument, tables: TableWords | null): Promise<void> {
  // On a wide screen the exact pages come first, once the page has come to life.
  if (page.viewportSize()!.width >= 1024) {
    await expect(page.locator('.beside section')).toBeVisible()
    await page.locator('.modes button').first().click()
  }
  await expect(page.locator('article.paper')).toBeVisible()
  await expect.poll(() => read(page)).toBe(says(document, tables))
  await expect(page.getByRole('alert')).toHaveCount(0)
}

test('every template reads on the page as it was frozen, for every party, in every language and width', async ({
  browser,
  server,
  api,
}) => {
  const { page, faults } = await phone(browser, server)
  const round = await reader(api, server)
  const { templates } = await api.must<{ templates: { id: string; marked: boolean }[] }>('GET', '/api/library')
  let turn = 0
  for (const { id } of templates.filter((t) => !t.marked)) {
    const view = await api.must<TemplateView>('GET', `/api/templates/${id}`)
    const clauses = new Map(view.clauses.map((c) => [c.id, c.body]))
    const whole = {
      ...view.document,
      body: mapBlocks(view.document.body, (b) => (b.t === 'clause' ? clauses.get(b.clause)! : [b])),
    }
    const { document } = merge(whole, view.context as MergeContext)
    for (const party of document.parties) {
      await round.shows(document, view.figures, party.key)
      const tables = tableWords(view.figures, false)
      await page.setViewportSize(turn % 2 ? { width: 1280, height: 800 } : { width: 390, height: 844 })
      await page.context().addCookies([{ name: 'upwold-language', value: languages[turn % 7]!, url: server.origin }])
      await page.goto(round.path)
      await same(page, document, tables)
      turn += 1
    }
  }
  expect(turn).toBeGreaterThan(12)
  expect(faults).toEqual([])
})

test('every kind of field, wherever it stands, lets what follows it be read; in all languages, without a reload too', async ({
  browser,
  server,
  api,
}) => {
  const { page, faults } = await phone(browser, server)
  const round = await reader(api, server)
  const document = everyFieldPaper()
  for (const party of ['client', 'business']) {
    await round.shows(document, null, party)
    for (const width of [390, 1280]) {
      await page.setViewportSize({ width, height: 844 })
      await page.goto(round.path)
      for (const language of languages) {
        await page.locator('.language select').selectOption(language)
        await expect(page.locator('html')).toHaveAttribute('lang', language)
        await same(page, document, null)
      }
    }
  }
  // The page of exact pages and back again leaves it as it was.
  await page.locator('.modes button').nth(1).click()
  await page.locator('.modes button').first().click()
  await same(page, document, null)
  expect(faults).toEqual([])
})

test('any paper the writing room can hold reads as it was frozen', async ({ browser, server, api }) => {
  const { page, faults } = await phone(browser, server)
  const round = await reader(api, server)
  const context: MergeContext = { values: {}, lists: { guests: [{}, {}] }, currency: 'GBP' }
  for (const paper of fc.sample(anyPaper, { numRuns: 24, seed: 12 })) {
    const plain = { ...paper, body: mapBlocks(paper.body, (b) => (b.t === 'clause' ? [] : [b])) }
    const { document } = merge(plain, context)
    await round.shows(document, null, 'client')
    await page.goto(round.path)
    await same(page, document, null)
  }
  expect(faults).toEqual([])
})

test('a page that lost words refuses to finish, says so, and signs once it is loaded again', async ({
  browser,
  server,
  api,
}) => {
  const { page } = await phone(browser, server)
  const job = await makeJob(api)
  const paper = await makePaper(api, job.id, 'contract')
  await send(api, paper)
  await page.goto(`/s/${await linkTo(api, job.email)}`)
  await page.getByRole('button', { name: 'Sign here' }).first().click()
  await page.getByRole('tab', { name: 'Type' }).click()
  await page.getByRole('button', { name: 'Use this signature' }).click()
  await page.getByText('Everything is there').waitFor()
  await page
    .locator('article.paper p')
    .last()
    .evaluate((p) => p.replaceChildren('Nothing of the kind.'))
  await page.getByRole('button', { name: /^Sign the/ }).click()
  await expect(page.getByRole('alert')).toContainText('doesn’t show the whole paper')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  const events = async () => server.rows('select type from round_events where type = ?', ['signed'])
  const before = (await events()).length
  await page.getByRole('button', { name: 'Load it again' }).click()
  await page.getByRole('button', { name: /^Sign the/ }).click()
  await page.getByRole('checkbox').check()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Sign the/ })
    .click()
  await page.getByRole('heading', { name: /^Signed/ }).waitFor()
  expect((await events()).length).toBe(before + 1)
})
