import { z } from 'zod'
import { tieKinds } from '../core/people/ties'
import { prose, requiredLine, line } from './text'
import { newContact } from './jobs'

/** The kind of jobs that hold papers of the business itself. */
export const HOUSE = 'house'

const id = z.string().min(1).max(80)
/** Whom lists of people can be narrowed down to. */
export const peopleKinds = ['client', 'guest', 'supplier', 'member', 'organisation'] as const
export type PeopleKind = (typeof peopleKinds)[number]

/** Somebody tied to a person: one there is, or a new one. */
export const newTie = z.object({
  kind: z.enum(tieKinds),
  /** Whether whoever's page it is stands first in it: works there, is the guardian. */
  way: z.enum(['from', 'to']),
  other: id.nullable(),
  made: newContact.nullable().default(null),
  words: line(80).default(''),
})
export const newConsent = z.object({
  words: requiredLine(200, 'What they agreed to'),
  givenOn: z.iso.date('Give the day.'),
  until: z.iso.date('Give the day.').nullable().default(null),
})
export const consentWithdrawn = z.object({ on: z.iso.date('Give the day.').nullable() })
export const personNote = z.object({ words: prose(10_000).pipe(z.string().trim().min(1, 'Write a few words first.')) })
/** Two who are one: who goes, and which of their facts count. */
export const samePerson = z.object({ gone: id, take: z.array(z.string().max(20)).max(10).default([]) })
/** A paper for somebody: on a job of theirs, or by itself. */
export const personPaper = z.object({
  templateId: z.string().min(1, 'Choose a template.').max(80),
  jobId: id.nullable().default(null),
  key: z.string().min(1).max(60),
})
export const personLetter = z.object({
  subject: requiredLine(200, 'The subject'),
  words: prose(10_000).pipe(z.string().trim().min(1, 'Write a few words first.')),
  key: z.string().min(1).max(60),
})
