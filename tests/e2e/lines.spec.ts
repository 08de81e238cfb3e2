import { jobOf } from '../support/line'
import { addLine, choose, expect, openLine, signIn, test, newJobByHand } from './support'

test('priced lines are written as in a sheet: pasted, moved by keys and by hand, taken back, and kept so', async ({
  page,
  api,
}) => {
  await signIn(page)
  await newJobByHand(page)
  await choose(page, 'Kind', 'Garden weekend')
  await page.getByLabel('Title').fill('A sheet of lines')
  await addLine(page, 'Delivery by boat')
  await page.getByLabel('Price each, line 1').fill('45')
  await page.getByLabel('What, line 1').focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/plain', 'What\tHow many\tEach\nTent\t2\t50\nChair\tmany\t3\nLamp\t1\t2.50')
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  })
  await expect(page.getByText('Not taken, for their numbers can’t be read: Chair many 3')).toBeVisible()
  const order = async () => Promise.all([1, 2, 3].map((n) => page.getByLabel(`What, line ${n}`).inputValue()))
  expect(await order()).toEqual(['Delivery by boat', 'Tent', 'Lamp'])

  await page.getByLabel('What, line 3').focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(page.getByLabel('What, line 2')).toHaveValue('Lamp')
  await expect(page.getByLabel('What, line 2')).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('What, line 3')).toBeFocused()
  await page.getByRole('button', { name: 'Undo the last change of the lines' }).click()
  expect(await order()).toEqual(['Delivery by boat', 'Tent', 'Lamp'])

  const grips = page.locator('td.grip svg')
  await grips.nth(2).dragTo(grips.first())
  await expect(page.getByLabel('What, line 1')).toHaveValue('Lamp')
  await openLine(page, 1)
  await page.getByLabel('Discount, line 1').fill('10%')
  await page.getByLabel('Discount, line 1').press('Tab')
  await expect(page.getByText('10% off')).toBeVisible()
  // As many as there are people, wherever that is said.
  await choose(page, 'How many there are goes by', /^the people/)
  await page.getByLabel('Number of people').fill('18')
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('Quantity, line 1')).toHaveValue('18')
  await expect(page.getByText('by the job’s people')).toBeVisible()
  await page.getByRole('button', { name: 'Add the job' }).click()
  await page.getByRole('heading', { name: 'A sheet of lines' }).waitFor()
  const job = await jobOf(api, page.url().split('/').at(-1)!)
  expect(job.lines.map((l) => [l.description, l.quantity, l.unitPrice])).toEqual([
    ['Lamp', '18', 250],
    ['Delivery by boat', '1', 4500],
    ['Tent', '2', 5000],
  ])
  expect(job.lines[0]!.discount).toEqual({ percent: '10' })
})
