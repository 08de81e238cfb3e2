import { parseArgs } from 'node:util'
import { restore } from '../server/platform/archive'

/** `npm run restore -- --from FILE --data DIR`: puts a backup into an empty folder, once it is known to be whole. */
const { values } = parseArgs({ options: { from: { type: 'string' }, data: { type: 'string' } } })
if (!values.from || !values.data) {
  process.stderr.write('Say which backup and where to: npm run restore -- --from FILE --data DIR\n')
  process.exit(1)
}
try {
  const { taken, blobs } = await restore(values.from, values.data)
  process.stdout.write(`${values.data}: as it was on ${taken}, with ${blobs} files. Start Upwold on it.\n`)
  process.exit(0)
} catch (error) {
  process.stderr.write(`Nothing was put back. ${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
