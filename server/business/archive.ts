import { type ReadStream, createReadStream } from 'node:fs'
import { mkdir, unlink } from 'node:fs/promises'
import { join } from 'node:path'
import { takeOutInWorker } from '../files/pool'
import { now } from '../platform/clock'
import { useConfig } from '../platform/config'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'

/** Everything as one open archive, its secret under the password; it is gone from the disk once it is being read. */
export async function openArchive(password: string): Promise<{ file: ReadStream; bytes: number; name: string }> {
  const { dataDir, backupsDir, databaseUrl, secret } = useConfig()
  if (!databaseUrl.startsWith('file:'))
    throw new Problem('not-now', 'The database is on a server of its own. Take the archive where it runs.')
  await mkdir(backupsDir, { recursive: true, mode: 0o700 })
  const to = join(backupsDir, `.archive-${newId()}.zip`)
  const { bytes } = await takeOutInWorker({ data: dataDir, to, secret, password })
  const file = createReadStream(to)
  // Once it is open it can be read to its end, whatever becomes of its name.
  file.once('open', () => void unlink(to))
  return { file, bytes, name: `upwold-${now().slice(0, 10)}.zip` }
}
