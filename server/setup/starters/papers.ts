import { clause, field, h, p } from '../../../core/document/build'
import type { Block, PaperDocument } from '../../../core/document/model'
import { COMMON, OFFER, type Said, type StarterLanguage, TERMS } from './words'

const LOCALE = { en: 'en-GB', de: 'de' } as const
const party = (key: 'client' | 'business' | 'guest', language: StarterLanguage) => ({
  key,
  label: COMMON[key][language],
})

function footer(title: string, language: StarterLanguage): Block[] {
  return [
    {
      t: 'paragraph',
      small: true,
      align: 'center',
      content: [
        { t: 'value', path: 'business.name' },
        { t: 'text', text: ` · ${title}${COMMON.page[language]}` },
        { t: 'page' },
        { t: 'text', text: COMMON.of[language] },
        { t: 'pages' },
      ],
    },
  ]
}
const header: Block[] = [
  { t: 'paragraph', small: true, align: 'right', content: [{ t: 'value', path: 'business.legalName' }] },
]

/** A signature with the name and the day beneath, kept together. */
function signed(key: string, caption: string, language: StarterLanguage): Block {
  const say = (of: Said) => of[language]
  const beside = (words: string, type: 'name' | 'date', label: string, width: number): Block => ({
    t: 'paragraph',
    content: [
      { t: 'text', text: words },
      { t: 'field', width, field: { key: `${key}-${type}`, type, party: key, label, required: true } },
    ],
  })
  return {
    t: 'keep',
    content: [
      p(`*${caption}*`),
      field({ key: `${key}-signature`, type: 'signature', party: key, label: say(COMMON.signature) }, 200, 52),
      beside(say(COMMON.name), 'name', say(COMMON.fullName), 160),
      beside(say(COMMON.date), 'date', say(COMMON.signedOn), 110),
    ],
  }
}

/** An offer: what it costs, when it is paid, what is good to know, and the client's yes. */
export function offer(language: StarterLanguage, know: readonly Said[]): PaperDocument {
  const say = (of: Said) => of[language]
  const title = say(COMMON.quote)
  return {
    title,
    language: LOCALE[language],
    parties: [party('client', language)],
    header,
    footer: footer(title, language),
    body: [
      h(1, say(OFFER.title)),
      p('{paper.number}, {paper.date|long}'),
      p(say(OFFER.for)),
      p(say(OFFER.thanks)),
      h(2, say(OFFER.costs)),
      p(say(OFFER.choose)),
      { t: 'priceTable', party: 'client' },
      h(2, say(OFFER.paid)),
      { t: 'planTable' },
      h(2, say(OFFER.know)),
      { t: 'list', ordered: false, items: [OFFER.holds, OFFER.follows, ...know].map((w) => [p(say(w))]) },
      h(2, say(OFFER.acceptance)),
      p(say(OFFER.accept)),
      signed('client', say(COMMON.forClient), language),
    ],
  }
}

/** A part of an agreement of one kind of business: its heading and its clauses. */
export interface Part {
  head: Said
  clauses: readonly Said[]
}

/** An agreement: what every one needs, with the parts of its own kind of business in their place. */
export function agreement(language: StarterLanguage, title: Said, parts: readonly Part[]): PaperDocument {
  const say = (of: Said) => of[language]
  const part = ({ head, clauses }: Part): Block[] => [h(2, say(head), true), ...clauses.map((c) => clause(say(c)))]
  return {
    title: say(title),
    language: LOCALE[language],
    parties: [party('client', language), party('business', language)],
    header,
    footer: footer(say(title), language),
    body: [
      h(1, say(title)),
      p(say(TERMS.between)),
      h(2, say(TERMS.what), true),
      clause(say(TERMS.when)),
      clause(say(TERMS.listed)),
      { t: 'priceTable', party: 'client' },
      clause(say(TERMS.writing)),
      h(2, say(TERMS.money), true),
      { t: 'keep', content: [clause(say(TERMS.whole)), { t: 'planTable' }] },
      ...[TERMS.reserved, TERMS.late, TERMS.bank].map((c) => clause(say(c))),
      ...parts.flatMap(part),
      ...part({ head: TERMS.off, clauses: [TERMS.early, TERMS.lateOff, TERMS.weOff] }),
      ...part({ head: TERMS.care, clauses: [TERMS.liable] }),
      ...part({ head: TERMS.data, clauses: [TERMS.kept] }),
      ...part({ head: TERMS.disagree, clauses: [TERMS.write] }),
      h(2, say(TERMS.sign), true),
      {
        t: 'columns',
        columns: [
          [signed('client', say(COMMON.forClient), language)],
          [signed('business', say(COMMON.forBusiness), language)],
        ],
      },
    ],
  }
}

/** Something one person agrees to, statement by statement, each with its own tick, and signs. */
export function statements(
  language: StarterLanguage,
  who: 'client' | 'guest',
  title: Said,
  opening: Said,
  list: readonly Said[],
): PaperDocument {
  const say = (of: Said) => of[language]
  const ticked = (words: Said, i: number): Block => ({
    t: 'paragraph',
    content: [
      {
        t: 'field',
        field: { key: `agree-${i + 1}`, type: 'tick', party: who, label: say(words).slice(0, 100), required: true },
      },
      { t: 'text', text: ` ${say(words)}` },
    ],
  })
  return {
    title: say(title),
    language: LOCALE[language],
    parties: [party(who, language)],
    header,
    footer: footer(say(title), language),
    body: [
      h(1, say(title)),
      p(say(opening)),
      ...list.map(ticked),
      signed(who, who === 'guest' ? `{guest.name}` : say(COMMON.forClient), language),
    ],
  }
}
