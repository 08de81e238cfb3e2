import { z } from 'zod'
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
          .array(z.object({ x: coordinate, y: coordinate }))
          .min(1)
          .max(4000),
      )
      .min(1)
      .max(200),
  }),
  z.object({ kind: z.literal('typed'), text: z.string().trim().min(1).max(200), face: z.enum(scriptFaceNames) }),
])

const key = z.string().min(1).max(80)
/** What a signer has filled so far; kept as they go, on every device of theirs. */
export const signerDraft = z.object({
  values: z.record(key, z.union([z.string().max(10_000), z.boolean()])).default({}),
  taken: z.record(key, z.boolean()).default({}),
  quantities: z.record(key, z.string().max(20)).default({}),
  signature: signatureMark.nullable().default(null),
})
export type SignerDraft = z.infer<typeof signerDraft>
export const EMPTY_DRAFT: SignerDraft = { values: {}, taken: {}, quantities: {}, signature: null }

export const saveDraft = z.object({ draft: signerDraft, basedOn: z.number().int().nonnegative() })
export const finishSigning = z.object({
  draft: signerDraft,
  consent: z.literal(true, { error: 'Please agree to sign electronically first.' }),
  basedOn: z.number().int().nonnegative(),
})
export const declineSigning = z.object({ reason: z.string().trim().min(1, 'Say in a few words why.').max(1000) })
export const askQuestion = z.object({ question: z.string().trim().min(1, 'Write your question first.').max(2000) })

/** The words a signer agrees to; the version is recorded with the signature. */
export const CONSENT = {
  version: '2026-06',
  words:
    'I agree to sign this electronically. My name, the time, my device and how I was reached are recorded with it. I may ask for a paper copy instead.',
} as const

/** A file a signer gave stands in its field as `<SHA-256>/<name>`. */
export const ATTACHMENT = /^([0-9a-f]{64})\/(.{1,200})$/
export const attachmentName = (value: string): string => ATTACHMENT.exec(value)?.[2] ?? value
/** The most bytes one attachment may have. */
export const ATTACHMENT_MAX = 10_000_000
