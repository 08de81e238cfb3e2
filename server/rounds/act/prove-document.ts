import { randomInt } from 'crypto'
import type { LinkHolder } from '../../chain/links'
import { keep, rowOf } from '../../chain/passes'
import { newToken } from '../../platform/ids'
import { write } from '../../platform/db/client'
import { later, today, now } from '../../platform/clock'
import { identityGateway, DOCUMENT_COST, type Hold } from '../../gateways/identity'
import { Problem } from '../../platform/problem'
import { failed, insistOpen, passed } from './proved'
import { type Verdict, judgeDocument } from '../../../core/identity/judge'
import { minor } from '../../../core/money/money'
import { theBusiness } from '../../records/business'

/** Throws unless a document may be shown by this link now: asked for, open, and a try left. */
export async function insistOnTry(holder: LinkHolder): Promise<void> {
  const { proof } = holder.person.how
  if (proof.kind !== 'document') throw new Problem('not-now', 'No document is asked for here.')
  await insistOpen(holder)
  if ((await rowOf(holder.person.id)).tries >= proof.tries) throw outOfTries()
}

const outOfTries = () =>
  new Problem('not-now', 'There were too many tries. The sender can open it again.', {}, { reason: 'closed' })
/** Seconds within which a live picture has to come after it was said how. */
const CHALLENGE_SECONDS = 90

/** Says where in the picture the document is to be held, for one live picture within a minute and a half. */
export async function challengeFor(holder: LinkHolder): Promise<{ id: string; hold: Hold; seconds: number }> {
  await insistOnTry(holder)
  const challenge = { id: newToken(), hold: randomInt(2) ? ('high' as const) : ('low' as const) }
  await write(async () =>
    keep({ ...(await rowOf(holder.person.id)), challenge: { ...challenge, until: later(CHALLENGE_SECONDS) } }),
  )
  return { ...challenge, seconds: CHALLENGE_SECONDS }
}

/** Reads and judges a picture of a document; returns the pass, or says what is wrong with it. Each try that was read is counted and costs. */
export async function showDocument(
  holder: LinkHolder,
  files: { document: Uint8Array; selfie: Uint8Array | null; challenge: string },
  from: { ip: string; device: string },
): Promise<string> {
  const { person } = holder
  const { proof } = person.how
  await insistOnTry(holder)
  if (proof.kind !== 'document') return ''
  if (proof.selfie && !files.selfie)
    throw new Problem('invalid', 'A picture of your face is asked for too.', { selfie: 'Take a picture of your face.' })
  const row = await write(async () => {
    const r = await rowOf(person.id)
    if (r.tries >= proof.tries) throw outOfTries()
    await keep({ ...r, tries: r.tries + 1, challenge: null, spent: minor(r.spent + DOCUMENT_COST) })
    return { ...r, tries: r.tries + 1 }
  })
  // Whether it is live is for the server to say: only what was asked for a moment ago, and once, counts.
  const asked = row.challenge
  const good = asked && asked.id === files.challenge && asked.until > now()
  const { document, selfie } = files
  const verdict = await verdictOf()
  if (verdict.ok) return passed(holder, `by ${verdict.document}, checked on ${now().slice(0, 10)}`, from)
  await failed(holder, row.tries, proof.tries, verdict.code, from)
  const left = proof.tries - row.tries
  throw new Problem(
    'invalid',
    verdict.words,
    { document: verdict.words },
    { left, ...(left === 0 ? { reason: 'closed' } : {}) },
  )

  /** What the checker says; a picture that can't be read at all is a try like any other. */
  async function verdictOf(): Promise<Verdict> {
    const hold = proof.kind !== 'document' || !proof.live ? null : good ? asked!.hold : 'lost'
    try {
      const read = await identityGateway().read({ document, selfie, hold })
      const tolerance = proof.kind === 'document' ? proof.tolerance : 'exact'
      return judgeDocument(read, { name: person.name, today: today((await theBusiness()).timeZone), tolerance })
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      return { ok: false, code: 'a picture that can’t be read', words: error.message }
    }
  }
}
