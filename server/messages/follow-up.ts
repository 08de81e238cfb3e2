import type { Language } from '../../core/text/language'
import { useConfig } from '../platform/config'
import { theBusiness } from '../records/business'
import { post, text } from './compose'

export interface FollowUpMessage {
  jobId: string | null
  by: 'mail' | 'text'
  to: string
  language: Language
  subject: string
  words: string
}

/** What a follow-up has said to somebody, in the words it was given. */
export async function mailFollowUp(key: string, m: FollowUpMessage): Promise<void> {
  const business = await theBusiness()
  if (m.by === 'text') return text(business, key, m.to, m.words, null)
  const { origin } = useConfig()
  const paragraphs = m.words.split(/\n{2,}/)
  // An address of our own at the end is a button.
  const last = paragraphs.at(-1)?.trim() ?? ''
  const leads = last.startsWith(`${origin}/jobs/`) || last.startsWith(`${origin}/papers/`)
  await post(business, {
    key,
    about: 'papers',
    to: m.to,
    language: m.language,
    subject: m.subject || business.name,
    paragraphs: leads ? paragraphs.slice(0, -1) : paragraphs,
    ...(leads ? { button: { label: 'Open it', to: last } } : {}),
  })
}
