import { APART, work } from '../errands/handlers'
import { keepBackups } from '../business/backups'
import { startRunner, workWith } from '../queue/outbox'
import { keepTidy } from '../members/tidy'
import { useConfig } from '../platform/config'
import { log } from '../platform/log'
import { migrate } from '../platform/db/migrate'
import { upgrade } from '../platform/db/upgrade'
import { standAnew } from '../standing/anew'
import { warmUp } from '../files/pool'
import { firstAddress } from '../setup/found'
import { keepFetching } from '../messages/mailbox'
import { keepLate } from '../money/late'
import { keepFollowing } from '../follow-ups/days'
import { beginOldAnswers } from '../chain/filled'
import { keepReadingLaid } from '../jobs/laid'
import { keepDailyLetters } from '../messages/notices'
import { keepRhythms } from '../jobs/put-down'
import { keepRetention } from '../rounds/seal/retention'
import { ledgerAnew } from '../money/ledger'
import { keepNights } from '../rounds/seal/heads'

/** Brings the database up to date, then works through what waits. */
export default defineNitroPlugin((nitro) => {
  const assets = useStorage('assets:migrations')
  const start = async () => {
    await migrate(async (path) => String(await assets.getItemRaw(path.replaceAll('/', ':'))))
    await standAnew()
    await upgrade()
    await ledgerAnew()
    await keepNights()
    await keepTidy()
    await keepBackups()
    await keepRetention()
    await keepLate()
    await keepRhythms()
    await keepFollowing()
    await keepDailyLetters()
    await keepReadingLaid()
    await beginOldAnswers()
    await keepFetching()
    workWith(work)
    warmUp()
    const first = await firstAddress()
    if (first)
      process.stdout.write(
        `\nThere is no business here yet. Whoever opens this address first makes it:\n\n  ${first}\n\n`,
      )
    if (useConfig().runErrands) nitro.hooks.hook('close', startRunner(work, 2, APART))
  }
  const ready = start()
  ready.catch((error: unknown) => {
    log.error({ err: error }, 'The database could not be brought up to date')
    process.exit(1)
  })
  nitro.hooks.hook('request', () => ready)
})
