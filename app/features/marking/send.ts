import { FILE_MAX, type TakenFile } from '~~/shared/marking'

/** Sends a file to be taken in; refused files say why. With `password` a protected one is opened. */
export function sendFile(file: File | Blob, name?: string, password?: string): Promise<TakenFile> {
  if (file.size > FILE_MAX)
    throw new Error('This file is larger than 60 MB. Take out the pages that are to be filled and bring in those.')
  const query = new URLSearchParams({ name: (name ?? (file as File).name) || 'file.pdf' })
  return api<TakenFile>(`/api/files?${query}`, {
    method: 'POST',
    body: file,
    ...(password === undefined ? {} : { headers: { 'x-file-password': encodeURIComponent(password) } }),
  })
}
