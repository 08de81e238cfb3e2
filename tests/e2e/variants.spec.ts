import { expect as is } from '@playwright/test'
import { minor } from '../../core/money/money'
import { jobOf, linkTo, makeJob, makePaper, priced, send } from '../support/line'
import { until } from '../support/server'
import { accessible, atRest, draw, expect, openLine, phone, signIn, test } from './support'

test('a quote in two variants: written side by side, one taken on a phone, the other lapsed', async ({
  page,
  browser,
  server,
  api,
}) => {
  const { id, email } = await makeJob(api, {
    title: 'Side by side',
    lines: [
      priced({ key: 'tour', description: 'The journey there', unitPrice: minor(6_000) }),
      priced({ key: 'sauna', description: 'Barrel sauna', unitPrice: minor(42_000) }),
    ],
  })
  await signIn(page)
  await page.goto(`/jobs/${id}`)
  const lines = page.getByRole('region', { name: 'Priced lines' })
  await lines.getByRole('button', { name: 'Change', exact: true }).click()
  await atRest(page)
  const dialog = page.getByRole('dialog')

  await test.step('the owner writes a second variant, a section and a price from so many on', async () => {
    await dialog.getByRole('button', { name: 'A second variant beside this one' }).click()
    await dialog.getByRole('textbox', { name: 'Name of variant B' }).fill('Two saunas')
    await page.keyboard.press('Tab')
    await dialog.getByRole('textbox', { name: 'Quantity, line 4' }).fill('2')
    await page.keyboard.press('Tab')
    await openLine(page, 4)
    await dialog.getByRole('textbox', { name: 'Prices from so many on, line 4' }).fill('2: 390')
    await page.keyboard.press('Tab')
    await expect(dialog.getByRole('textbox', { name: 'Price each, line 4' })).toHaveValue('390.00')
    await dialog.getByRole('textbox', { name: 'Section of line 4' }).fill('The evening')
    await page.keyboard.press('Tab')
    await dialog.getByRole('textbox', { name: 'Discount on the section of line 4' }).fill('10%')
    await page.keyboard.press('Tab')
    await dialog.getByRole('textbox', { name: 'What line 4 is made up of' }).fill('8 × Towel')
    await page.keyboard.press('Tab')
    await expect(dialog.getByText('£914.40')).toBeVisible()
    await accessible(page)
    await dialog.getByRole('button', { name: 'Save the lines' }).click()
    await expect(dialog).toBeHidden()
    await expect(lines.getByText('Two saunas')).toBeVisible()
    const kept = await jobOf(api, id)
    is(kept.lines.map((l) => [l.variant?.name, l.variant?.taken, l.quantity])).toEqual([
      ['A', true, '1'],
      ['A', true, '1'],
      ['Two saunas', false, '1'],
      ['Two saunas', false, '2'],
    ])
    is(kept.lines[3]).toMatchObject({
      unitPrice: 39_000,
      section: { name: 'The evening', discount: { percent: '10' } },
      contents: [{ quantity: '8', description: 'Towel' }],
    })
  })

  await test.step('the client takes it on a phone; what was agreed is that, and the other has lapsed', async () => {
    await send(api, await makePaper(api, id, 'quote'))
    const client = await phone(browser, server)
    await client.page.goto(`/s/${await linkTo(api, email)}`)
    await client.page.getByRole('radio').nth(1).check()
    await expect(client.page.getByTestId('altogether')).toHaveText('£914.40')
    await accessible(client.page)
    await client.page
      .getByRole('button', { name: /^sign here/i })
      .first()
      .click()
    await draw(client.page)
    await client.page.getByRole('button', { name: 'Accept the quote' }).first().click()
    await client.page.getByRole('checkbox', { name: /I agree/ }).check()
    await client.page.getByRole('dialog').getByRole('button', { name: 'Accept the quote' }).click()
    const agreed = await until(
      () => jobOf(api, id),
      (j) => j.papers.some((p) => p.kind === 'quote' && p.state === 'signed'),
    )
    is(agreed.priced.total).toBe(91_440)
    is(agreed.thread.find((t) => t.type === 'accepted')!.detail).toBe('Two saunas taken, A lapsed')
    await expect(lines.getByText('Lapsed: A')).toBeVisible()
  })
})
