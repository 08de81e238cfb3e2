import { z } from 'zod'
import { type FactRule, factTypes } from '../../core/facts/facts'

/** A further fact of a kind of job, as it is read: whom a person is chosen from is in it. */
export const factRule: z.ZodType<FactRule> = z.object({
  key: z.string(),
  label: z.string(),
  unit: z.string(),
  type: z.enum(factTypes).optional(),
  choices: z.array(z.string()).optional(),
  least: z.string().optional(),
  most: z.string().optional(),
  people: z.array(z.object({ id: z.string(), name: z.string(), gone: z.boolean() })).optional(),
})
