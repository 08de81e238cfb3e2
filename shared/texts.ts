import { z } from 'zod'
import { headersOf, templateProblem, textKinds } from '../core/text/request'

/** The service texts go out by: where it is asked, what it is told, and what proves us to it. */
export const textService = z
  .object({
    url: z.url({ protocol: /^https?$/, error: 'Give the address of the service, with https.' }).max(500),
    kind: z.enum(textKinds),
    body: z.string().trim().max(2000),
    /** Empty keeps those that are kept for the same address. */
    headers: z
      .string()
      .max(2000)
      .refine((h) => headersOf(h) !== null, 'Give one header a line, such as Authorization: Bearer …'),
    from: z.string().trim().max(40),
  })
  .superRefine(({ body, kind }, context) => {
    const wrong = templateProblem(body, kind)
    if (wrong) context.addIssue({ code: 'custom', path: ['body'], message: wrong })
  })
export type TextService = z.output<typeof textService>
export const keepTexts = z.object({ texts: textService.nullable() })
export const tryTexts = z.object({ texts: textService, to: z.string().trim().min(5, 'Give a number.').max(40) })
