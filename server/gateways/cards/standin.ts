import { eq } from 'drizzle-orm'
import { Webhook } from 'standardwebhooks'
import { z } from 'zod'
import { later, now } from '../../platform/clock'
import { useConfig } from '../../platform/config'
import { keyFor } from '../../platform/crypt'
import { db, write } from '../../platform/db/client'
import { standinCards } from '../../platform/db/schema'
import { hashToken, newId } from '../../platform/ids'
import { enqueue } from '../../queue/outbox'
import type { CardGateway } from './gateway'

const told = z.object({
  reference: z.string().max(80),
  ref: z.string().max(80),
  status: z.enum(['paid', 'refused']),
  amount: z.number().int().positive(),
  currency: z.string().length(3),
})

/** The stand-in for a card service: its own pages under /standin/cards, its own book, and call-backs over HTTP that it signs. */
export const standin: CardGateway = {
  async open(ask) {
    const id = hashToken(`standin ${ask.reference}`).slice(0, 32)
    await write((tx) =>
      tx.insert(standinCards).values({ id, request: ask, state: 'open', createdAt: now() }).onConflictDoNothing(),
    )
    return { ref: id, url: `${useConfig().origin}/standin/cards/${id}` }
  },
  isPaid: async (ref) => (await standinRequest(ref))?.state === 'paid',
  giveBack: ({ ref, amount, reference }) =>
    write(async (tx) => {
      const [row] = await tx.select().from(standinCards).where(eq(standinCards.id, ref))
      if (row?.state !== 'paid') return 'refused'
      if (row.back.some((b) => b.reference === reference)) return 'done'
      const gone = row.back.reduce((n, b) => n + b.amount, 0)
      if (
        amount <= 0 ||
        gone + amount > row.request.amount ||
        TEST_CARDS[row.card as TestCard]?.endsWith('takes nothing back')
      )
        return 'refused'
      await tx
        .update(standinCards)
        .set({ back: [...row.back, { reference, amount }] })
        .where(eq(standinCards.id, ref))
      return 'done'
    }),
  told: (body, headers) => told.parse(webhook().verify(body, headers)),
}

/** What each test card does. */
export const TEST_CARDS = {
  '9700 0000 0000 0001': 'pays',
  '9700 0000 0000 0002': 'is refused',
  '9700 0000 0000 0003': 'asks for a further step',
  '9700 0000 0000 0004': 'pays, and the call-back arrives late',
  '9700 0000 0000 0005': 'pays, and the call-back arrives twice',
  '9700 0000 0000 0006': 'pays, and takes nothing back',
} as const
type TestCard = keyof typeof TEST_CARDS
/** The code the further step wants. */
export const STEP_CODE = '314159'

const webhook = () => new Webhook(keyFor('card call-backs').toString('base64'))

export async function standinRequest(id: string): Promise<typeof standinCards.$inferSelect | null> {
  return (await db().select().from(standinCards).where(eq(standinCards.id, id)))[0] ?? null
}

type CardOutcome = 'paid' | 'refused' | 'step' | 'unknown'

/** Takes a card number as typed (and the further step's code) and does what that card does. */
export async function payWithTestCard(id: string, number: string, code: string | null): Promise<CardOutcome> {
  const digits = number.replace(/\D/g, '')
  const [typed, card] = Object.entries(TEST_CARDS).find(([n]) => n.replace(/ /g, '') === digits) ?? []
  if (!typed || !card) return 'unknown'
  if (card === 'asks for a further step' && code === null) return 'step'
  return write(async (tx) => {
    const [row] = await tx.select().from(standinCards).where(eq(standinCards.id, id))
    if (!row || row.state === 'paid') return 'paid'
    const refused =
      card === 'is refused' || (code !== null && card === 'asks for a further step' && code.trim() !== STEP_CODE)
    const tell = (n: number, dueAt?: string) =>
      enqueue(
        'standin.callback',
        `cards:${id}:${refused ? `refused:${newId()}` : n}`,
        { id, status: refused ? 'refused' : 'paid' },
        dueAt,
      )
    if (refused) {
      await tell(0)
      return 'refused'
    }
    await tx.update(standinCards).set({ state: 'paid', card: typed }).where(eq(standinCards.id, id))
    await tell(1, card.endsWith('late') ? later(4) : undefined)
    if (card.endsWith('twice')) await tell(2)
    return 'paid'
  })
}

/** Sends one call-back, signed as the Standard Webhooks scheme says. Fails, to be tried again, unless it is taken. */
export async function sendCallback(key: string, id: string, status: string): Promise<void> {
  const row = await standinRequest(id)
  if (!row) return
  const { reference, amount, currency, callbackUrl } = row.request
  const body = JSON.stringify({ reference, ref: id, status, amount, currency })
  const at = new Date()
  const response = await fetch(callbackUrl, {
    method: 'POST',
    body,
    headers: {
      'content-type': 'application/json',
      'webhook-id': key,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': webhook().sign(key, at, body),
    },
  })
  if (!response.ok) throw new Error(`The call-back was answered with ${response.status}`)
}
