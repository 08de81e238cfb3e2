import { writeFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { signedIn } from '../tests/support/caller'
import { linkTo } from '../tests/support/line'
import { TestServer } from '../tests/support/server'
import { blanks, firstPage } from './bench/blanks'
import { JOBS, PAPERS, grow, lists, signerPage } from './bench/lists'
import { type Figure, print } from './bench/measure'
import { desk } from './bench/desk'
import { followed } from './bench/follow-ups'
import { opening } from './bench/opening'
import { money } from './bench/money'
import { papers } from './bench/papers'
import { crowds, slowPhone } from './bench/rounds'
import { screens } from './bench/screens'
import { PEOPLE, growSeen, seen } from './bench/seen'
import { standing } from './bench/standing'
import { typing } from './bench/typing'
import { seedOnce } from './lib.mjs'

/**
 * The measured figures, each beside a bare baseline run in the same process.
 * `npm run bench -- --out FILE` also writes them as JSON: name, value, unit, baseline, ratio, goal.
 * `npm run bench -- --part lists` takes one part alone: blanks, papers, follow-ups, screens, typing, phone, opening, crowds, money, desk,
 * standing, lists, seen.
 */
const { values } = parseArgs({ options: { out: { type: 'string' }, part: { type: 'string' } } })
const figures: Figure[] = []
const add = async (part: string, take: () => Promise<Figure[]>) => {
  if (values.part && values.part !== part) return
  for (const f of await take()) {
    print(f)
    figures.push(f)
  }
}

await add('blanks', blanks)
await add('papers', papers)
await add('follow-ups', followed)
await seedOnce()
/** As a business runs it: tests hold every answer against its schema, too, which costs a tenth. */
const AS_SOLD = { UPWOLD_CHECK_OUTPUT: 'no' }
const server = await TestServer.start(AS_SOLD)
try {
  // Found before a thousand newer messages stand in the post room.
  const token = await linkTo(await signedIn(server), 'ines@marlow.example', /quote/)
  await add('screens', () => screens(server, token))
  await add('screens', () => firstPage(server))
  await add('typing', () => typing(server))
  await add('phone', () => slowPhone(server))
  await add('opening', () => opening(server))
  await add('crowds', () => crowds(server))
  await add('money', () => money(server))
  await add('desk', () => desk(server))
  await add('standing', () => standing(server))
  await add('lists', async () => {
    await server.kill()
    process.stdout.write(`growing the demo business to ${JOBS} jobs with ${PAPERS} papers…\n`)
    grow(server.folder)
    await server.restart(AS_SOLD)
    return [...(await lists(server)), await signerPage(server, token)]
  })
  await add('seen', async () => {
    await server.kill()
    process.stdout.write(`growing it to ${PEOPLE} people, too…\n`)
    if (values.part) grow(server.folder)
    growSeen(server.folder)
    await server.restart(AS_SOLD)
    return seen(server)
  })
} finally {
  await server.stop()
}
if (values.out) writeFileSync(values.out, JSON.stringify(figures, null, 2))
process.exit(0)
