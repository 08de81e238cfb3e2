import { z } from 'zod'
import { isMail } from '../core/fields/mail'
import { languages } from '../core/text/language'
import { scriptFaceNames } from './faces'

const coordinate = z.number().finite().min(-10_000).max(10_000)

/** A signature as the page gives it. Limits keep a posted one from being a bomb. */
export const signatureMark = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('drawn'),
    width: z.number().positive().max(5000),
    height: z.number().positive().max(5000),
    strokes: z
      .array(
        z
          .array(z.object({ x: coordinate, y: coordinate, w: z.number().min(0.2).max(12).optional() }))
          .min(1)
          .max(4000),
      )
      .min(1)
      .max(200),
  }),
  z.object({ kind: z.literal('typed'), text: z.string().trim().min(1).max(200), face: z.enum(scriptFaceNames) }),
  /** A picture with a clear ground, given before and known by its hash. */
  z.object({
    kind: z.literal('image'),
    sha: z.string().regex(/^[0-9a-f]{64}$/),
    width: z.number().int().positive().max(4000),
    height: z.number().int().positive().max(4000),
  }),
])
export type SignatureMark = z.infer<typeof signatureMark>
/** The most bytes a picture of a signature may have once it is cropped and cleared. */
export const SIGNATURE_MAX = 600_000

const key = z.string().min(1).max(80)

/** What a signer has filled so far; kept as they go, on every device of theirs. */
export const signerDraft = z.object({
  values: z.record(key, z.union([z.string().max(10_000), z.boolean()])).default({}),
  taken: z.record(key, z.boolean()).default({}),
  quantities: z.record(key, z.string().max(20)).default({}),
  signature: signatureMark.nullable().default(null),
  initials: signatureMark.nullable().default(null),
  /** Signatures and initials made for one place alone, by its field. */
  marks: z.record(key, signatureMark).default({}),
})

export type SignerDraft = z.infer<typeof signerDraft>
export const saveDraft = z.object({ draft: signerDraft, basedOn: z.number().int().nonnegative() })
export const finishSigning = z.object({
  draft: signerDraft,
  consent: z.literal(true, { error: 'Please agree to sign electronically first.' }),
  /** The further tick, where the sender asks for one. */
  further: z.boolean().default(false),
  /** The language the page was in, as it stands in the record. */
  language: z.enum(languages).default('en'),
  basedOn: z.number().int().nonnegative(),
})

export const declineSigning = z.object({ reason: z.string().trim().min(1, 'Say in a few words why.').max(1000) })
export const askQuestion = z.object({ question: z.string().trim().min(1, 'Write your question first.').max(2000) })

/** The version of the words a signer agrees to (`consent` in shared/words), as it is recorded with the signature. */
export const CONSENT = { version: '2026-11' } as const

/** What one person says about another who is to sign in their place. */
export const passOn = z.object({
  name: z.string().trim().min(1, 'Say who should sign instead.').max(200),
  email: z.string().trim().max(200).refine(isMail, 'This isn’t an e-mail address.'),
  reason: z.string().trim().max(500).default(''),
})

export const padWhat = z.object({ what: z.enum(['signature', 'initials']).default('signature') })
export const keepMark = padWhat.extend({ mark: signatureMark })

/** A code typed to prove who one is. */
export const giveCode = z.object({ code: z.string().trim().min(1, 'Type the code.').max(40) })
