import { parseArgs } from 'node:util'
import { TestServer } from '../tests/support/server'
import { seedOnce } from './lib.mjs'
import { withstand } from './load/hostile'
import { surviveKills } from './load/kills'
import { median, quantile, sendToList, signAtOnce } from './load/signing'

/**
 * Drives the built server over HTTP as many signers and says what it saw:
 * `npm run load -- --signers 100 --list 1000 --rounds 200 --kills 20`.
 */
const { values } = parseArgs({
  options: {
    signers: { type: 'string', default: '100' },
    list: { type: 'string', default: '1000' },
    rounds: { type: 'string', default: '200' },
    kills: { type: 'string', default: '20' },
  },
})
const say = (words: string) => process.stdout.write(`${words}\n`)
const ms = (n: number) => `${Math.round(n)} ms`
await seedOnce()
const server = await TestServer.start()
try {
  const signers = await sendToList(server, Number(values.signers), 'signer')
  say(`a list of ${values.signers}: out in ${signers.seconds.toFixed(1)} s`)
  const signed = await signAtOnce(server, signers)
  say(`${values.signers} sign at once: ${signed.lost} lost, ${signed.twice} twice`)
  say(`  page: ${ms(median(signed.pages))} at the median, ${ms(quantile(signed.pages, 0.95))} at the 95th`)
  say(
    `  finish answered: ${ms(median(signed.finishes))} at the median, ${ms(quantile(signed.finishes, 0.95))} at the 95th`,
  )
  say(`  sealing caught up ${signed.sealedAfter.toFixed(1)} s after the last`)
  const list = await sendToList(server, Number(values.list), 'listed')
  say(`a list of ${values.list}: out in ${list.seconds.toFixed(1)} s`)
  say(`  others meanwhile: ${ms(median(list.others))} at the median, ${ms(quantile(list.others, 0.95))} at the 95th`)
  const hurt = await withstand(server)
  say(
    `${hurt.files} files made to hurt, two at a time: ${hurt.taken.join(', ') || 'none'} taken, the slowest refused after ${ms(hurt.slowest.ms)} (${hurt.slowest.name})`,
  )
  say(
    `  others meanwhile: ${ms(median(hurt.others))} at the median, ${ms(quantile(hurt.others, 0.95))} at the 95th (${ms(median(hurt.before))} before); at most ${Math.round(hurt.peak / 1e6)} MB`,
  )
} finally {
  await server.stop()
}
const kept = await surviveKills(Number(values.rounds), Number(values.kills))
say(
  `${values.rounds} rounds, the server killed ${kept.kills} times: ${kept.sent} sendings and ${kept.signed} signatures acknowledged`,
)
say(
  `  missing: ${kept.missing.join(', ') || 'none'}; twice: ${kept.twice.join(', ') || 'none'}; database ${kept.integrity}`,
)
process.exit(kept.missing.length + kept.twice.length > 0 || kept.integrity !== 'ok' ? 1 : 0)
