import { chromium } from '@playwright/test'
import type { StandingLinkView } from '../../shared/out/standing-links'
import { launchOptions, signInAs, signIt } from '../../tests/support/browser'
import { OWNER, signedIn } from '../../tests/support/caller'
import { countersign, jobOf } from '../../tests/support/line'
import { form } from '../../tests/support/flow'
import { TestServer, until } from '../../tests/support/server'
import { seedOnce } from '../lib.mjs'

type Keep = (name: string, content: Uint8Array | object) => void
type Say = (words: string) => void

const QUESTIONS = [
  { key: 'mornings', type: 'choices', label: 'Which mornings', options: ['Tuesday', 'Saturday'] },
  { key: 'swims', type: 'choice', label: 'Do you swim without help?', options: ['yes', 'no'] },
  {
    key: 'help',
    type: 'text',
    label: 'Which help?',
    show: { field: 'swims', is: 'equal', value: 'no' },
  },
  { key: 'call', type: 'text', label: 'Person to call', page: 2 },
  { key: 'address', type: 'text', label: 'Address', page: 2 },
  { key: 'people', type: 'number', label: 'Number of people', required: false, page: 2 },
]

/**
 * An application form to a signed, sealed paper: the flow is put together in the Library, tried, opened; somebody fills two
 * pages on their phone and signs; the owner countersigns; what was said is in the record. Leaves sealed.pdf, link.json,
 * job.json, contact.json, events.json and poster.pdf.
 */
export async function flow(keep: Keep, say: Say): Promise<void> {
  await seedOnce()
  const server = await TestServer.start()
  const browser = await chromium.launch(launchOptions)
  try {
    const owner = await signedIn(server)
    const { id: template } = await form(
      owner,
      'between {business.name} and {client.name}, {client.address}. You swim with us on {paper.mornings}. The fee for the season is {paper.fee}. If something happens we call {paper.call}.',
      [
        { key: 'mornings', label: 'Mornings', type: 'text', required: true },
        { key: 'fee', label: 'Fee for the season', type: 'amount', required: true },
        { key: 'call', label: 'Person to call', type: 'text', required: true },
      ],
      [
        { key: 'client', label: 'Member' },
        { key: 'business', label: 'Business' },
      ],
    )
    const { id } = await owner.must<{ id: string }>('POST', '/api/standing-links', {
      name: 'Joining the winter swimmers',
      kindId: 'retreat',
      templates: [template],
      settings: { questions: QUESTIONS },
    })
    const desk = await browser.newContext({ baseURL: server.origin, viewport: { width: 1280, height: 800 } })
    const page = await desk.newPage()
    await signInAs(page, OWNER)
    await page.goto(`/library/links/${id}`)
    await page.getByRole('button', { name: /^Take over/ }).click()
    await page.getByRole('button', { name: 'Fee for the season' }).click()
    await page.getByLabel('Fee for the season is always').fill('96')
    await page.getByRole('button', { name: 'Always this' }).click()
    await until(
      () => owner.must<StandingLinkView>('GET', `/api/standing-links/${id}`),
      (l) => l.against.length === 0,
    )
    await page.getByRole('button', { name: 'Try it' }).click()
    await page.getByText('Tuesday').first().waitFor()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Open the link' }).click()
    await page.getByRole('button', { name: 'Close the link' }).waitFor()
    const link = await owner.must<StandingLinkView>('GET', `/api/standing-links/${id}`)
    say(link.stops.map((s) => `${s.key}: ${s.words}`).join(' · '))

    const phone = await browser.newContext({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      locale: 'en-GB',
    })
    const own = await phone.newPage()
    await own.goto(link.url)
    await own.getByLabel('Your name').fill('Yuki Sato')
    await own.getByLabel('E-mail').fill('yuki@sato.example')
    await own.getByRole('button', { name: 'Next' }).click()
    await own.getByRole('checkbox', { name: 'Tuesday' }).check()
    await own.getByRole('checkbox', { name: 'Saturday' }).check()
    await own.getByRole('radio', { name: 'yes' }).check()
    await own.getByRole('button', { name: 'Next' }).click()
    await own.getByLabel('Person to call').fill('Mio Sato, 01632 960 734')
    await own.getByLabel('Address').fill('4 Shore Lane, Sedge')
    await own.getByLabel('Number of people').fill('2')
    await own.getByRole('button', { name: 'On to the paper' }).click()
    await own.waitForURL(/\/s\//)
    await signIt(own)
    await own.getByRole('heading', { name: /Thank you/ }).waitFor()

    const [answer] = (await owner.must<StandingLinkView>('GET', `/api/standing-links/${id}`)).answers
    const [paper] = (await jobOf(owner, answer!.jobId)).papers
    await countersign(owner, paper!.id)
    const sealed = await until(
      () => owner.call('GET', `/api/papers/${paper!.id}/sealed`),
      (a) => a.status === 200,
      60,
    )
    keep('sealed.pdf', sealed.bytes)
    const job = await until(
      () => jobOf(owner, answer!.jobId),
      (j) => j.papers.every((p) => p.state === 'signed'),
    )
    const [contact] = await server.rows('select name, email, address, phone, born from contacts where id = ?', [
      answer!.contactId,
    ])
    if (contact!.address !== '4 Shore Lane, Sedge' || job.people !== 2)
      throw new Error('What was said is not in the record.')
    keep('job.json', job)
    keep('contact.json', { ...contact })
    keep('link.json', await owner.must<object>('GET', `/api/standing-links/${id}`))
    keep('events.json', await owner.must<object>('GET', `/api/papers/${paper!.id}/events`))
    keep('poster.pdf', await owner.raw(`/api/standing-links/${id}/poster?size=a4`))
    say('a form of two pages, one paper signed by both and sealed, its facts in the record')
  } finally {
    await browser.close()
    await server.stop()
  }
}
