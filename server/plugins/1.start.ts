import { handlers } from '../jobs/handlers'
import { startRunner } from '../jobs/outbox'
import { useConfig } from '../config'
import { migrate } from '../db/migrate'
import { warmUp } from '../render/pool'

/** Brings the database up to date, then works through what waits. */
export default defineNitroPlugin((nitro) => {
  const assets = useStorage('assets:migrations')
  const ready = migrate(async (path) => String(await assets.getItemRaw(path.replaceAll('/', ':')))).then(() => {
    warmUp()
    if (useConfig().runJobs) nitro.hooks.hook('close', startRunner(handlers))
  })
  ready.catch((error: unknown) => {
    console.error('The database could not be brought up to date.', error)
    process.exit(1)
  })
  nitro.hooks.hook('request', () => ready)
})
