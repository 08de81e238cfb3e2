import { STAFF } from '../support/caller'
import { accessible, expect, signIn, test } from './support'

test('a key of one’s own device opens one’s account without a password, until it is taken away', async ({
  page,
  server,
}) => {
  const device = await page.context().newCDPSession(page)
  await device.send('WebAuthn.enable')
  await device.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  await signIn(page, STAFF)
  await page.goto('/settings/me')
  await page.getByRole('button', { name: 'Add a key of this device' }).click()
  await page.getByLabel('What this device is called').fill('My laptop')
  await page.getByRole('form', { name: 'A key of this device' }).getByLabel('Your password').fill(STAFF.password)
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByRole('list', { name: 'Keys' })).toContainText('My laptop')
  await accessible(page)
  await page.getByRole('button', { name: 'Menu of Jonah Reed' }).click()
  await page.getByRole('menuitem', { name: 'Sign out' }).click()
  await page.getByRole('button', { name: 'Use a key of this device' }).click()
  await expect(page.getByRole('button', { name: 'Menu of Jonah Reed' })).toBeVisible()
  const [row] = await server.rows('select name, used_at, counter from passkeys')
  expect(row!.name).toBe('My laptop')
  expect(String(row!.used_at)).toMatch(/^20\d\d-/)
  await page.goto('/settings/me')
  await page.getByRole('button', { name: 'Take My laptop away' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Take it away' }).click()
  await expect(page.getByText('None. With one')).toBeVisible()
  expect(await server.rows('select id from passkeys')).toEqual([])
})
