import { z } from 'zod'
import { jobMeans } from '../core/jobs/table'
import { bringing, lookAtFile } from './bring'

/** The most jobs one file may bring. */
export const MOST_JOBS = 1000
export const lookAtJobs = lookAtFile(jobMeans).extend({
  /** The kind of those whose own isn’t said, or isn’t known. */
  kindId: z.string().max(60).optional(),
})
export const bringJobs = lookAtJobs.extend(bringing)
