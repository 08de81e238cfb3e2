import { z } from 'zod'
import { columnMeans } from '../core/people/table'
import { bringing, lookAtFile } from './bring'

export const lookAtPeople = lookAtFile(columnMeans)
export const bringPeople = lookAtPeople.extend(bringing)
export const peopleAs = z.object({ as: z.enum(['csv', 'xlsx', 'vcard']) })
