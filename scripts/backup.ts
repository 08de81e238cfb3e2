import { parseArgs } from 'node:util'
import { backUp } from '../server/platform/archive'

/** `npm run backup -- --data DIR --to FILE`: one file of everything, taken while Upwold runs. */
const { values } = parseArgs({ options: { data: { type: 'string' }, to: { type: 'string' } } })
if (!values.data || !values.to) {
  process.stderr.write('Say what to keep and where: npm run backup -- --data DIR --to FILE\n')
  process.exit(1)
}
try {
  const { bytes, blobs } = await backUp({ data: values.data, to: values.to })
  process.stdout.write(`${values.to}: the database, ${blobs} files and the secret, ${(bytes / 1e6).toFixed(1)} MB\n`)
  process.exit(0)
} catch (error) {
  process.stderr.write(`Nothing was kept. ${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
