import { z } from 'zod'
import { linkSettings, question } from '../../core/standing-links/model'
import { language, stopState } from '../shapes'
import { drawnLook } from './settings'

const shut = z.enum(['closed', 'not-yet', 'over', 'other-day', 'full', 'no-places'])

/** What whoever opens a standing link sees: nothing of anybody. */
export const openLink = z.object({
  name: z.string(),
  business: z.object({
    name: z.string(),
    email: z.string(),
    phone: z.string(),
    look: drawnLook,
  }),
  language,
  /** Why nobody can use it now; null where they can. */
  shut: shut.nullable(),
  /** The session it leads to: its wall-clock times and place. */
  session: z.object({ starts: z.string().nullable(), place: z.string() }).nullable(),
  places: z.object({ free: z.number(), all: z.number() }).nullable(),
  papers: z.array(z.string()),
  asks: z.object({
    code: z.boolean(),
    email: z.boolean(),
    phone: z.boolean(),
    /** Whether days of birth matter, and children may be signed for. */
    born: z.boolean(),
    children: z.boolean(),
  }),
  questions: z.array(question),
  /** Whoever was asked from a job; null for whoever comes by the link that is for everybody. */
  who: z.object({ name: z.string(), email: z.string(), phone: z.string(), born: z.string() }).nullable(),
  /** What the records say already, by the question. */
  known: z.record(z.string(), z.string()),
})
export type OpenLink = z.output<typeof openLink>

export const standingLinkRow = z.object({
  id: z.string(),
  name: z.string(),
  state: z.enum(['being prepared', 'open', 'closed']),
  mark: stopState,
  /** Where it leads, in words. */
  to: z.string(),
  papers: z.array(z.string()),
  questions: z.number(),
  taken: z.number(),
  signed: z.number(),
})
export type StandingLinkRow = z.output<typeof standingLinkRow>
const session = z.object({ id: z.string(), title: z.string(), day: z.string().nullable() })
export const standingLinkRows = z.object({ links: z.array(standingLinkRow), sessions: z.array(session) })
export type StandingLinkRows = z.output<typeof standingLinkRows>

const target = z.object({ key: z.string(), label: z.string() })
/** A value of one of its papers: where it comes from, and what is proposed where nothing is said. */
const value = z.object({
  key: z.string(),
  templateId: z.string(),
  paper: z.string(),
  label: z.string(),
  type: z.string(),
  required: z.boolean(),
  proposed: z.object({ question: z.string(), because: z.string() }).nullable(),
})
export const standingLinkView = z.object({
  id: z.string(),
  name: z.string(),
  version: z.number(),
  state: standingLinkRow.shape.state,
  url: z.string(),
  jobId: z.string().nullable(),
  kindId: z.string().nullable(),
  templates: z.array(z.string()),
  settings: linkSettings,
  stops: z.array(z.object({ key: z.string(), state: stopState, words: z.string() })),
  /** What keeps it from being opened. */
  against: z.array(z.string()),
  shut: shut.nullable(),
  values: z.array(value),
  /** Who else than whoever opens it signs on its papers, and may be named by answers. */
  parties: z.array(target),
  homes: z.array(target),
  /** What is proposed to go home, by the question. */
  proposedHome: z.record(z.string(), z.string()),
  counts: z.object({
    taken: z.number(),
    free: z.number().nullable(),
    signed: z.number(),
    mails: z.number(),
    texts: z.number(),
    /** What checks of documents came to, in minor units. */
    checks: z.number(),
  }),
  /** Who answered, the latest first. */
  answers: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      contactId: z.string(),
      jobId: z.string(),
      at: z.string(),
      people: z.number(),
      state: z.enum(['began', 'signed', 'declined', 'lapsed']),
      known: z.enum(['known', 'new']),
      perhaps: z.object({ id: z.string(), name: z.string() }).nullable(),
    }),
  ),
  /** Templates that may stand behind a link, and why the others can't. */
  choices: z.array(z.object({ id: z.string(), name: z.string(), kind: z.string(), unusable: z.string().nullable() })),
  sessions: z.array(session),
  kinds: z.array(z.object({ id: z.string(), name: z.string() })),
  items: z.array(z.object({ id: z.string(), name: z.string() })),
})
export type StandingLinkView = z.output<typeof standingLinkView>

/** A paper as it would be with some answers. */
export const flowTried = z.object({
  title: z.string(),
  answers: z.record(z.string(), z.union([z.string(), z.boolean()])),
  problems: z.array(z.object({ key: z.string(), message: z.string() })),
  values: z.array(z.object({ key: z.string(), label: z.string(), required: z.boolean(), value: z.string() })),
  home: z.array(z.object({ to: z.string(), value: z.string() })),
})
export type FlowTried = z.output<typeof flowTried>
