import { z } from 'zod'

/** The authority sealed copies get their time stamps from (RFC 3161); null: none does. */
export const keepTimes = z.object({
  url: z
    .url({ protocol: /^https?$/, error: 'Give the address of the authority, with http or https.' })
    .max(500)
    .nullable(),
})
export const tryTimes = z.object({ url: keepTimes.shape.url.unwrap() })
