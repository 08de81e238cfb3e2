import { ZodError } from 'zod'
import { hasStandin } from '../../platform/config'
import { Problem, notFound } from '../../platform/problem'
import type { CardGateway } from './gateway'
import { standin } from './standin'

/** The card service in use, null where there is none. A real one is named here. */
const inUse = (): CardGateway | null => (hasStandin('cards') ? standin : null)

/** Whether cards can be paid with. */
export const takesCards = (): boolean => inUse() !== null

/** The card service; where there is none, its addresses are none either. */
export function cardGateway(): CardGateway {
  const service = inUse()
  if (!service) throw notFound('page')
  return service
}

/** What a call-back tells; one that isn't the service's own is refused. */
export function cardTold(...given: Parameters<CardGateway['told']>) {
  const service = cardGateway()
  try {
    return service.told(...given)
  } catch (error) {
    if (error instanceof ZodError) throw error
    throw new Problem('bad-signature', 'The signature of this call-back is wrong.')
  }
}
