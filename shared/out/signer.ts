import { z } from 'zod'
import { paperDocument } from '../../core/document/model'
import { drawnLook } from './settings'
import {
  paperFigures,
  placedField,
  difference,
  around,
  given,
  choices,
  part,
  language,
  proofKind,
  roundStatus,
  minor,
} from '../shapes'
import { fieldSpec } from '../../core/document/field'
import { signatureMark, signerDraft } from '../signing'

/** One paper as its signer reads and fills it. */
export const signerPaper = z.object({
  id: z.string(),
  title: z.string(),
  kind: z.string(),
  document: paperDocument.nullable(),
  figures: paperFigures.nullable(),
  pages: z.number(),
  fields: z.array(placedField),
  /** Places of others who have filled them. */
  theirs: z.array(placedField),
  /** Somebody else’s PDF, with its fields set on its pages. */
  marked: z.boolean(),
  /** Files that go with it, to be read. */
  enclosures: z.array(
    z.object({
      sha: z.string(),
      name: z.string(),
    }),
  ),
  sealed: z.boolean(),
  /** What reads differently from what they signed before; empty unless they sign again. */
  changed: z.array(difference),
})
export type SignerPaper = z.output<typeof signerPaper>

export const proveView = z.object({
  kind: proofKind,
  hint: z.string(),
  /** Where a one-time code goes, with its middle left out. */
  to: z.string(),
  by: z.enum(['email', 'text']).nullable(),
  selfie: z.boolean(),
  live: z.boolean(),
  left: z.number(),
  closed: z.boolean(),
})
export type ProveView = z.output<typeof proveView>

/** What the signer's page shows: nothing that isn't for this person. */
export const signerView = z.object({
  business: z.object({
    name: z.string(),
    email: z.string(),
    phone: z.string(),
    /** Its logo and its colour, with the shades a page is drawn in. */
    look: drawnLook,
  }),
  papers: z.array(signerPaper),
  /** Fields of the others that this person’s rules look at. */
  around: around,
  /** What those before them have given, by the field’s key. */
  given: z.record(z.string(), given),
  /** What was chosen in the price table by the one it is for, where that is somebody else. */
  chosen: choices.nullable(),
  person: z.object({
    id: z.string(),
    name: z.string(),
    party: z.string(),
    part: part,
    number: z.number(),
    fields: z.array(fieldSpec),
    mayPassOn: z.boolean(),
    /** A member’s own signature, as they kept it. */
    keeps: z
      .object({
        signature: signatureMark.nullable(),
        initials: signatureMark.nullable(),
      })
      .nullable(),
    /** An organisation is greeted by all of its name. */
    organisation: z.boolean(),
    /** Where their copy goes, with its middle left out; null where it goes nowhere yet. */
    copyTo: z.string().nullable(),
  }),
  /** Whose signing they witness. */
  witnesses: z.string().nullable(),
  /** Who witnesses them from beside, now that they have signed. */
  beside: z.string().nullable(),
  others: z.array(
    z.object({
      name: z.string(),
      status: z.string(),
      turn: z.number(),
      part: part,
    }),
  ),
  state: z.enum([
    'open',
    'not-yet',
    'done',
    'declined',
    'withdrawn',
    'lapsed',
    'paused',
    'replaced',
    'copy',
    'prove',
    'affirm',
  ]),
  /** How they prove who they are, where that comes first. */
  prove: proveView.nullable(),
  language: language,
  /** A further sentence to tick before the last button; empty for none. */
  further: z.string(),
  questions: z.array(
    z.object({
      question: z.string(),
      answer: z.string().nullable(),
    }),
  ),
  /** The business's own words after signing; empty for Upwold's. */
  thanks: z.string(),
  /** How the round stands as a whole. */
  round: roundStatus,
  allSigned: z.boolean(),
  sealed: z.boolean(),
  reason: z.string().nullable(),
  lapsesAt: z.string().nullable(),
  timeZone: z.string(),
  today: z.string(),
  jobTitle: z.string(),
  draft: signerDraft,
  version: z.number(),
  inPerson: z.boolean(),
  /** In person, on a second screen at the desk. */
  onPad: z.boolean(),
  /** Who handed them the device, and who is handed it next on it. */
  host: z.string(),
  handOn: z.string(),
  /** Codes for the desk, of whoever they signed a waiver for. */
  atDesk: z.array(z.object({ name: z.string(), code: z.string() })),
  pay: z
    .object({
      stage: z.string(),
      label: z.string(),
      amount: minor,
      dueOn: z.string().nullable(),
      paid: z.boolean(),
      /** Paid by card, and not told to us yet. */
      coming: z.boolean(),
      later: z
        .object({
          label: z.string(),
          amount: minor,
          dueOn: z.string().nullable(),
        })
        .nullable(),
      currency: z.string(),
      /** Whether it can be paid by card here; by bank it always can. */
      byCard: z.boolean(),
      bank: z.string(),
      /** What is quoted by bank, in fours; empty where nothing is paid by bank. */
      reference: z.string(),
      /** What a QR code for the transfer says, where the currency has one. */
      code: z.string().nullable(),
    })
    .nullable(),
})
export type SignerView = z.output<typeof signerView>
