import type { Ask, PaperDocument } from '../../core/document/model'
import { h, p, signatureBlock } from '../../core/document/build'
import type { Caller } from './caller'

/** A template of a form that says some words, asks for some values, and is signed by the client. */
export function form(
  owner: Caller,
  words: string,
  asks: Ask[] = [],
  parties: PaperDocument['parties'] = [{ key: 'client', label: 'Client' }],
): Promise<{ id: string }> {
  const document: PaperDocument = {
    title: 'Membership terms',
    language: 'en-GB',
    parties,
    asks,
    header: [],
    footer: [],
    body: [
      h(1, 'Membership terms'),
      p(words),
      ...parties.flatMap((party) => signatureBlock(party.key, `Signed by the ${party.label.toLowerCase()}`)),
    ],
  }
  return owner.must('POST', '/api/templates', { name: 'Membership terms', kind: 'form', document })
}
