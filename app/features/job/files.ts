import { shrunk } from '../../composables/pictures'
import { api } from '../../composables/api'
import type { JobFile } from '~~/shared/out/jobs'

/** The longest side of a picture that is kept with a job. */
const SIDE = 2000

/** Takes a picture or file to a job. A picture is drawn anew, smaller and without what else was in it, such as where it was taken. */
export async function takeToJob(jobId: string, file: File): Promise<JobFile> {
  const picture = file.type.startsWith('image/')
  const body = picture ? await shrunk(file, SIDE) : file
  const name = picture ? `${file.name.replace(/\.[a-z0-9]+$/i, '') || 'Picture'}.jpg` : file.name
  return api<JobFile>(`/api/jobs/${jobId}/files`, { method: 'POST', query: { name: name.slice(0, 200) }, body })
}
