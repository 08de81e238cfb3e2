import { parseArgs } from 'node:util'
import { fromFolder } from '../server/platform/db/migrate'
import { takeIn } from '../server/platform/open/take-in'

/** `npm run take-in -- --from FILE.zip --data DIR`: an archive into an empty folder, with its UPWOLD_ARCHIVE_PASSWORD. */
const { values } = parseArgs({ options: { from: { type: 'string' }, data: { type: 'string' } } })
if (!values.from || !values.data) {
  process.stderr.write(
    'Say which archive and where to:\n  UPWOLD_ARCHIVE_PASSWORD=… npm run take-in -- --from FILE.zip --data DIR\n',
  )
  process.exit(1)
}
try {
  const { taken, files } = await takeIn({
    from: values.from,
    data: values.data,
    password: process.env.UPWOLD_ARCHIVE_PASSWORD ?? '',
    migrations: fromFolder('server/platform/db/migrations'),
  })
  process.stdout.write(`${values.data}: as it was on ${taken}, with ${files} files. Start Upwold on it.\n`)
  process.exit(0)
} catch (error) {
  process.stderr.write(`Nothing was taken in. ${error instanceof Error ? error.message : String(error)}\n`)
  process.exit(1)
}
