import type { H3Event } from 'h3'
import { Problem } from './problem'
import { memberById, type Member } from './services/members/members'
import { type LinkHolder, holderOf, unknownLink } from './services/rounds/links'
import { isProved } from './services/rounds/proof'
import { fromWhere } from './route'
import { readPass, readSession } from './session'

/**
 * Who may call a route. `locked` is the device while it is handed over; `link` is whoever holds a signer's link, before
 * they have proved who they are; `signer` has, where that is asked; `pad` only puts in a signature.
 */
export type Rule = 'anyone' | 'member' | 'owner' | 'signer' | 'link' | 'pad' | 'locked'

/**
 * Every route of the API and who may call it; what isn't here nobody may. `*` stands for one part of the path.
 * This is the only place that decides access; services don't ask again.
 */
export const ACCESS: Record<string, Rule> = {
  'GET /api/health': 'anyone',
  'GET /api/session': 'anyone',
  'POST /api/session': 'anyone',
  'DELETE /api/session': 'anyone',
  'POST /api/callbacks/cards': 'anyone',
  'GET /api/today': 'member',
  'GET /api/stream': 'member',
  'GET /api/find': 'member',
  'GET /api/jobs': 'member',
  'POST /api/jobs': 'member',
  'GET /api/jobs/*': 'member',
  'PATCH /api/jobs/*': 'member',
  'PUT /api/jobs/*/lines': 'member',
  'POST /api/jobs/*/notes': 'member',
  'POST /api/jobs/*/guests': 'member',
  'POST /api/jobs/*/papers': 'member',
  'POST /api/jobs/*/payments': 'owner',
  'GET /api/jobs/*/export': 'member',
  'GET /api/contacts': 'member',
  'POST /api/contacts': 'member',
  'PATCH /api/contacts/*': 'member',
  'GET /api/library': 'member',
  'POST /api/templates': 'member',
  'POST /api/templates/bring': 'member',
  'GET /api/templates/*': 'member',
  'PATCH /api/templates/*': 'member',
  'GET /api/templates/*/export': 'member',
  'GET /api/templates/*/versions': 'member',
  'GET /api/templates/*/versions/*': 'member',
  'POST /api/clauses': 'member',
  'GET /api/clauses/*': 'member',
  'PUT /api/clauses/*': 'member',
  'GET /api/papers': 'member',
  'PATCH /api/papers/*': 'member',
  'POST /api/papers/*/amendments': 'member',
  'DELETE /api/papers/*/amendments/*': 'member',
  'POST /api/papers/*/amendments/*/template': 'member',
  'POST /api/papers/*/drift': 'member',
  'GET /api/papers/*/export': 'member',
  'GET /api/papers/*/attachments/*': 'member',
  'POST /api/files': 'member',
  'GET /api/files/*': 'member',
  'GET /api/files/*/text': 'member',
  'POST /api/jobs/*/marked': 'member',
  'GET /api/papers/*/marking': 'member',
  'PUT /api/papers/*/marking': 'member',
  'POST /api/papers/*/marking/pages': 'member',
  'POST /api/papers/*/marking/replace': 'member',
  'POST /api/papers/*/marking/template': 'member',
  'GET /api/templates/*/marking': 'member',
  'PUT /api/templates/*/marking': 'member',
  'POST /api/templates/*/marking/pages': 'member',
  'POST /api/templates/*/marking/replace': 'member',
  'GET /api/papers/*/data': 'member',
  'POST /api/papers/*/write-back': 'member',
  'POST /api/papers/*/enclosures': 'member',
  'GET /api/papers/*/enclosures/*': 'member',
  'DELETE /api/papers/*/enclosures/*': 'member',
  'GET /api/papers/*': 'member',
  'DELETE /api/papers/*': 'member',
  'GET /api/papers/*/pdf': 'member',
  'GET /api/papers/*/sealed': 'member',
  'GET /api/papers/*/events': 'member',
  'POST /api/papers/*/send': 'member',
  'POST /api/papers/*/withdraw': 'member',
  'POST /api/papers/*/nudge': 'member',
  'GET /api/papers/*/plan': 'member',
  'PUT /api/papers/*/plan': 'member',
  'POST /api/papers/*/check': 'member',
  'POST /api/papers/*/copy': 'member',
  'POST /api/papers/*/keep-round': 'member',
  'POST /api/papers/*/round': 'member',
  'POST /api/papers/*/on-paper': 'member',
  'GET /api/papers/*/scans/*': 'member',
  'POST /api/papers/*/people/*/link': 'member',
  'POST /api/messages': 'member',
  'DELETE /api/messages/*': 'member',
  'POST /api/jobs/*/lists': 'member',
  'GET /api/lists/*': 'member',
  'POST /api/lists/*/retry': 'member',
  'GET /api/business/settings': 'member',
  'PUT /api/business/settings': 'owner',
  'POST /api/papers/*/countersign': 'member',
  'POST /api/handover': 'member',
  'GET /api/handover': 'locked',
  'DELETE /api/handover': 'locked',
  'GET /api/money': 'member',
  'GET /api/invoices/*/pdf': 'member',
  'GET /api/post': 'member',
  'GET /api/post/*': 'member',
  'GET /api/post/*/attachment': 'member',
  'GET /api/certificate': 'owner',
  'GET /api/sign/*': 'link',
  'POST /api/sign/*/code/send': 'link',
  'POST /api/sign/*/code': 'link',
  'POST /api/sign/*/document': 'link',
  'GET /api/pad/*': 'pad',
  'POST /api/pad/*': 'pad',
  'PUT /api/sign/*': 'signer',
  'GET /api/sign/*/pdf': 'signer',
  'GET /api/sign/*/sealed': 'signer',
  'GET /api/sign/*/enclosures/*': 'signer',
  'POST /api/sign/*/attachment': 'signer',
  'POST /api/sign/*/opened': 'signer',
  'POST /api/sign/*/finish': 'signer',
  'POST /api/sign/*/decline': 'signer',
  'POST /api/sign/*/question': 'signer',
  'POST /api/sign/*/pay': 'signer',
  'POST /api/sign/*/pass-on': 'signer',
  'POST /api/sign/*/pad': 'signer',
  'POST /api/sign/*/witness': 'signer',
  'POST /api/sign/*/picture': 'signer',
  'GET /api/sign/*/picture/*': 'signer',
  'POST /api/sign/*/keep': 'signer',
}

const RULES = Object.entries(ACCESS).map(([route, rule]) => {
  const [method, path] = route.split(' ') as [string, string]
  return { method, pattern: new RegExp(`^${path.replaceAll('*', '([^/]+)')}$`), rule }
})

/** The rule for a request, or null when there is no such route. */
export function ruleFor(method: string, path: string): { rule: Rule; part: string | null } | null {
  for (const r of RULES) {
    const m = r.method === method ? r.pattern.exec(path) : null
    if (m) return { rule: r.rule, part: m[1] ?? null }
  }
  return null
}

declare module 'h3' {
  interface H3EventContext {
    member?: Member
    holder?: LinkHolder
    /** Whether the holder of a link has proved who they are, or need not. */
    proved?: boolean
    handover?: { personId: string }
  }
}

/** Lets a request through, with who it is in the event's context, or throws the reason why not. */
export async function authorise(event: H3Event, method: string, path: string): Promise<void> {
  const found = ruleFor(method, path)
  if (!found) throw new Problem('not-found', 'There is nothing at this address.')
  if (found.rule === 'anyone') return
  if (found.rule === 'signer' || found.rule === 'link' || found.rule === 'pad') {
    const holder = await holderOf(decodeURIComponent(found.part!), fromWhere(event).ip)
    if ((found.rule === 'pad') !== (holder.channel === 'pad')) throw unknownLink()
    event.context.holder = holder
    event.context.proved = await isProved(holder, readPass(event, holder.person.id))
    if (found.rule === 'signer' && !event.context.proved)
      throw new Problem('not-signed-in', 'Show first that it is you.', {}, { reason: 'prove' })
    return
  }
  const session = await readSession(event)
  const member = session.memberId ? await memberById(session.memberId) : null
  if (!member) throw new Problem('not-signed-in', 'Sign in first.')
  if (found.rule === 'locked') {
    if (!session.handover) throw new Problem('not-now', 'This device is not handed over.')
    event.context.handover = session.handover
  } else if (session.handover)
    throw new Problem('locked', 'This device is handed over. It has to be handed back with the PIN first.')
  if (found.rule === 'owner' && member.role !== 'owner') throw new Problem('not-allowed', 'Only the owner may do this.')
  event.context.member = member
}
