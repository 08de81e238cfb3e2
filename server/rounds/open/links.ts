import { eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import { unasked } from '../../../core/standing-links/home'
import { openedBy, unusable } from '../../../core/standing-links/unusable'
import { type LinkSettings, valueKey } from '../../../core/standing-links/model'
import { namedWrong } from '../../../core/standing-links/named'
import type {
  StandingLinkBody,
  editStandingLink,
  newStandingLink,
  standingLinkAct,
} from '../../../shared/standing-links'
import type { Actor } from '../../chain/record'
import { now } from '../../platform/clock'
import { type Db, db, write } from '../../platform/db/client'
import { flowAsks, jobs, kinds, standingAnswers, standingLinks, templates } from '../../platform/db/schema'
import { hashToken, newToken } from '../../platform/ids'
import { idBy, makeOnce } from '../../platform/once'
import { Problem, notFound } from '../../platform/problem'
import { insistOnOwnSending } from '../prepare/may-send'

export type FlowAsk = typeof flowAsks.$inferSelect
/** A standing link; one that somebody was asked by from a job carries who that is. */
export type StandingLink = typeof standingLinks.$inferSelect & { ask?: FlowAsk }
export type Template = typeof templates.$inferSelect

export async function loadStandingLink(id: string): Promise<StandingLink> {
  const [link] = await db().select().from(standingLinks).where(eq(standingLinks.id, id))
  if (!link) throw notFound('standing link')
  return link
}

/** The standing link an address opens; null where it opens none. */
export async function standingLinkAt(token: string): Promise<StandingLink | null> {
  if (!/^[\w-]{43}$/.test(token)) return null
  const [link] = await db()
    .select()
    .from(standingLinks)
    .where(eq(standingLinks.tokenHash, hashToken(token)))
  if (link) return link
  const [asked] = await db()
    .select({ link: standingLinks, ask: flowAsks, off: jobs.calledOff })
    .from(flowAsks)
    .innerJoin(standingLinks, eq(standingLinks.id, flowAsks.linkId))
    .innerJoin(jobs, eq(jobs.id, flowAsks.jobId))
    .where(eq(flowAsks.tokenHash, hashToken(token)))
  if (!asked) return null
  const mine = askedLink(asked.link, asked.ask)
  // A job that is called off asks nobody any more.
  return asked.off ? { ...mine, closedAt: asked.ask.createdAt } : mine
}

/** A link as it is for somebody who is asked by it from a job: it leads there, and what limits everybody else doesn't limit them. */
export const askedLink = (link: StandingLink, ask: FlowAsk): StandingLink => ({
  ...link,
  jobId: ask.jobId,
  kindId: null,
  openedAt: ask.createdAt,
  closedAt: null,
  settings: {
    ...link.settings,
    most: null,
    perPerson: null,
    from: null,
    until: null,
    days: [],
    code: '',
    whileFree: false,
    children: false,
    origins: [],
  },
  ask,
})

/** The templates behind a link, in its order; those that are gone are left out. */
export async function templatesOf(link: Pick<StandingLink, 'templates'>): Promise<Template[]> {
  if (!link.templates.length) return []
  const rows = await db().select().from(templates).where(inArray(templates.id, link.templates))
  return link.templates.flatMap((id) => rows.find((r) => r.id === id) ?? [])
}

/** Why a template can't stand behind a link; null where it can. */
export const whyNot = (t: Template, { named }: Pick<LinkSettings, 'named'>): string | null =>
  unusable({
    name: t.name,
    kind: t.kind,
    parties: t.document.parties,
    archived: !!t.archivedAt,
    named: named.map((n) => n.party),
  })

/** The party of a template that whoever opens the link stands for. */
export const partyOf = (t: Template): string => openedBy(t.document.parties)!

async function insistOnPlace(tx: Db, { jobId, kindId }: StandingLinkBody): Promise<void> {
  const [there] = jobId
    ? await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, jobId))
    : await tx.select({ id: kinds.id }).from(kinds).where(eq(kinds.id, kindId!))
  if (!there)
    throw new Problem('invalid', 'Where it leads isn’t there any more.', {
      [jobId ? 'jobId' : 'kindId']: 'Choose again.',
    })
}

/** The waiver of the kind of job a link leads to, where it has one. */
async function usualPaper(tx: Db, { jobId, kindId }: StandingLinkBody): Promise<string[]> {
  const [job] = jobId ? await tx.select({ kindId: jobs.kindId }).from(jobs).where(eq(jobs.id, jobId)) : []
  const [kind] = await tx
    .select({ settings: kinds.settings })
    .from(kinds)
    .where(eq(kinds.id, job?.kindId ?? kindId ?? ''))
  return kind?.settings.templates.waiver ? [kind.settings.templates.waiver] : []
}

export async function makeStandingLink(
  { key, ...body }: z.output<typeof newStandingLink>,
  memberId: string,
): Promise<string> {
  return makeOnce(standingLinks, idBy('w', key), async (tx) => {
    await insistOnPlace(tx, body)
    const id = idBy('w', key)
    // Where nothing is said, what is usual where it leads.
    const templates = body.templates.length ? body.templates : await usualPaper(tx, body)
    const token = newToken()
    await tx.insert(standingLinks).values({
      id,
      ...body,
      templates,
      token,
      tokenHash: hashToken(token),
      createdAt: now(),
      createdBy: memberId,
    })
    return id
  })
}

/** Changes a link; the version tells a stale window. An open one stays open, and has to stay fit for it. Returns the new version. */
export async function changeStandingLink(
  id: string,
  { version, ...body }: z.output<typeof editStandingLink>,
): Promise<number> {
  return write(async (tx) => {
    const link = await loadStandingLink(id)
    if (link.version !== version)
      throw new Problem(
        'stale',
        'This link was changed in another window. Here is how it is now; make your change again.',
      )
    await insistOnPlace(tx, body)
    if (link.openedAt && !link.closedAt) await insistOnFit({ ...link, ...body })
    await tx
      .update(standingLinks)
      .set({ ...body, version: version + 1 })
      .where(eq(standingLinks.id, id))
    return version + 1
  })
}

/** What keeps a link from being opened, in words; empty where nothing does. `list` are its templates. */
export function standsAgainst(
  link: Pick<StandingLink, 'templates' | 'settings' | 'kindId'>,
  list: readonly Template[],
): string[] {
  const { questions, map } = link.settings
  const keys = new Set(questions.map((q) => q.key))
  return [
    ...(list.length ? [] : ['Choose at least one paper that is signed.']),
    ...(list.length < link.templates.length ? ['One of its papers isn’t in the library any more.'] : []),
    ...list.flatMap((t) => whyNot(t, link.settings) ?? []),
    ...namedWrong(
      link.settings,
      list.flatMap((t) =>
        t.document.parties.filter((p) => p.key !== 'business' && p.key !== openedBy(t.document.parties)),
      ),
    ),
    ...list.flatMap((t) =>
      (t.document.asks ?? []).flatMap((ask) => {
        const from = map[valueKey(t.id, ask.key)]
        if (from?.from === 'question' && !keys.has(from.key))
          return [`“${ask.label}” comes from a question that is gone.`]
        return from || !ask.required ? [] : [`“${ask.label}” on “${t.name}” has no source.`]
      }),
    ),
    ...list.flatMap((t) =>
      whyNot(t, link.settings)
        ? []
        : unasked(link.settings, t.document, partyOf(t), link.kindId !== null).map(
            (what) => `“${t.name}” prints ${what}: ask for it, and bring it home.`,
          ),
    ),
    ...(keys.size < questions.length ? ['Two questions have the same key.'] : []),
  ]
}

async function insistOnFit(link: Pick<StandingLink, 'templates' | 'settings' | 'kindId'>): Promise<void> {
  const [first] = standsAgainst(link, await templatesOf(link))
  if (first) throw new Problem('not-now', `${first} Mend that first.`)
}

/** Opens a link, closes it, or gives it another address; what came in by it stays. */
export async function actOnLink(id: string, { act }: z.output<typeof standingLinkAct>, actor: Actor): Promise<void> {
  // What is signed by it goes out by itself: whoever has to ask somebody before sending can't open it.
  if (act === 'open') await insistOnOwnSending(actor)
  await write(async (tx) => {
    const link = await loadStandingLink(id)
    const set = async (values: Partial<StandingLink>) => {
      await tx.update(standingLinks).set(values).where(eq(standingLinks.id, id))
    }
    if (act === 'close') return set({ closedAt: link.closedAt ?? now() })
    if (act === 'open') {
      await insistOnFit(link)
      return set({ openedAt: link.openedAt ?? now(), closedAt: null })
    }
    const token = newToken()
    return set({ token, tokenHash: hashToken(token) })
  })
}

/** Throws a link away that nobody has answered by; one that somebody has is closed instead. */
export async function discardLink(id: string): Promise<void> {
  await write(async (tx) => {
    await loadStandingLink(id)
    const [used] = await tx
      .select({ id: standingAnswers.id })
      .from(standingAnswers)
      .where(eq(standingAnswers.linkId, id))
      .limit(1)
    if (used) throw new Problem('not-now', 'Somebody has answered by this link. Close it: what came in stays.')
    await tx.delete(flowAsks).where(eq(flowAsks.linkId, id))
    await tx.delete(standingLinks).where(eq(standingLinks.id, id))
  })
}
