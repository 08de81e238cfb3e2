import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { takeOut } from '../server/platform/open/take-out'

/** `npm run archive -- --data DIR --to FILE.zip`: everything as an open archive, its secret under UPWOLD_ARCHIVE_PASSWORD. */
const { values } = parseArgs({ options: { data: { type: 'string' }, to: { type: 'string' } } })
const password = process.env.UPWOLD_ARCHIVE_PASSWORD ?? ''
if (!values.data || !values.to || password.length < 12) {
  process.stderr.write(
    'Say what to take out and where to, and a password of 12 letters or more:\n  UPWOLD_ARCHIVE_PASSWORD=… npm run archive -- --data DIR --to FILE.zip\n',
  )
  process.exit(1)
}
try {
  const secret = process.env.UPWOLD_SECRET ?? readFileSync(join(values.data, 'secret'), 'utf8').trim()
  const { bytes, rows, files } = await takeOut({ data: values.data, to: values.to, secret, password })
  process.stdout.write(`${values.to}: ${rows} rows and ${files} files, ${(bytes / 1e6).toFixed(1)} MB\n`)
  process.exit(0)
} catch (error) {
  process.stderr.write(`Nothing was taken out. ${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
