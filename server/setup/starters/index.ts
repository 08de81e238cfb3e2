import { withIds } from '../../../core/document/walk'
import type { CalledOffStep } from '../../../core/payment-plan/called-off'
import { minor } from '../../../core/money/money'
import { type StarterSet, starterSet } from '../../../shared/starter'
import { BARE, PICTURES, VISITS } from './more-sets'
import { agreement, offer, statements } from './papers'
import { COURSES, HIRE, type KindOf, type SetOf } from './sets'
import { COMMON, type Said, type StarterFor } from './words'

const SETS = [HIRE, COURSES, VISITS, PICTURES, BARE]
export const starterNames = SETS.map((s) => ({ id: s.id, name: s.name }))

/** How much dearer the same thing is told in a currency than in euros, roughly: prices to begin with, not exchange rates. */
const SCALE: Record<string, number> = { PLN: 4 }
const MESSAGE = {
  name: { en: 'Short', de: 'Kurz' },
  subject: { en: 'Your {paper} for {day}', de: 'Ihr Papier für {day}: {paper}' },
  words: {
    en: 'Hello {first},\n\nhere is the {paper} for {job} on {day}. It takes about three minutes to read and sign, on a phone or a computer.\n\nPlease by {deadline}.\n\n{business}',
    de: 'Guten Tag {first},\n\nhier ist das Papier „{paper}“ für {job} am {day}. Lesen und unterschreiben dauert etwa drei Minuten, am Telefon oder am Computer.\n\nBitte bis {deadline}.\n\n{business}',
  },
} satisfies Record<string, Said>

/** A starter set in the language and with the prices of a business. Null where there is none of that name. */
export function starterOf(id: string, to: StarterFor & { currency: string }): StarterSet | null {
  const set = SETS.find((s) => s.id === id)
  return set ? starterSet.parse(written(set, to)) : null
}

function written(set: SetOf, to: StarterFor & { currency: string }): unknown {
  const { language } = to
  const say = (of: Said) => of[language]
  const scale = SCALE[to.currency] ?? 1
  return {
    upwold: 'starter',
    version: 1,
    name: say(set.name),
    language,
    kinds: set.kinds.map((k) => kindOf(k, to, scale)),
    templates: [
      {
        id: 'quote',
        kind: 'quote',
        folder: say(COMMON.before),
        name: say(COMMON.quote),
        document: withIds(offer(language, set.know)),
      },
      ...set.agreements.map((a) => ({
        id: a.id,
        kind: 'contract',
        folder: say(COMMON.agreements),
        name: say(a.title),
        document: withIds(agreement(language, a.title, a.parts)),
      })),
      ...set.statements.map((f) => ({
        id: f.id,
        kind: f.kind,
        folder: say(COMMON.onTheDay),
        name: say(f.title),
        document: withIds(statements(language, f.who, f.title, f.opening, f.list)),
      })),
    ],
    items: set.items.map((i) => ({
      id: i.id,
      description: say(i.description),
      unit: say(i.unit),
      unitPrice: i.price * scale,
      taxRate: to.taxRate,
      clientQuantity: null,
    })),
    messages: [{ name: say(MESSAGE.name), subject: say(MESSAGE.subject), message: say(MESSAGE.words) }],
  }
}

/** What is kept when a job is called off, as the agreements say it (`COMMON.early`, `COMMON.lateOff`). */
const CALLED_OFF: CalledOffStep[] = [
  { within: 30, keep: 'first' },
  { within: 7, keep: { percent: '50' } },
]

function kindOf(k: KindOf, to: StarterFor, scale: number): StarterSet['kinds'][number] {
  const say = (of: Said) => of[to.language]
  const rest = {
    key: 'balance',
    label: say(COMMON.balance),
    amount: 'remainder' as const,
    due: { fromDay: k.restDays },
  }
  return {
    id: k.id,
    name: say(k.name),
    settings: {
      expects: { quote: !!k.quote, contract: !!k.contract, waivers: !!k.waiver, invoice: k.invoice },
      templates: {
        ...(k.quote ? { quote: 'quote' } : {}),
        ...(k.contract ? { contract: k.contract } : {}),
        ...(k.waiver ? { waiver: k.waiver } : {}),
      },
      facts: k.facts.map(({ label, choices, ...f }) => ({
        ...f,
        label: say(label),
        ...(choices ? { choices: choices.map(say) } : {}),
        ...(f.type === 'number' ? { least: f.least ?? '', most: '' } : {}),
      })),
      plan: {
        stages: k.deposit
          ? [
              {
                key: 'deposit',
                label: say(COMMON.deposit),
                amount: { percent: k.deposit },
                due: { afterAcceptance: 2 },
              },
              rest,
            ]
          : [rest],
        damageDeposit: k.damage === null ? null : { amount: minor(k.damage * scale), due: { fromDay: -1 } },
        ...(k.deposit ? { calledOff: CALLED_OFF } : {}),
      },
      pricesIncludeTax: to.pricesIncludeTax,
      usual: k.usual,
    },
  }
}
