import { writeFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { signedIn } from '../tests/support/caller'
import { linkTo } from '../tests/support/line'
import { TestServer } from '../tests/support/server'
import { blanks, firstPage } from './bench/blanks'
import { JOBS, PAPERS, grow, lists, signerPage } from './bench/lists'
import { type Figure, print } from './bench/measure'
import { opening } from './bench/opening'
import { papers } from './bench/papers'
import { crowds, slowPhone } from './bench/rounds'
import { screens } from './bench/screens'
import { typing } from './bench/typing'
import { seedOnce } from './lib.mjs'

/**
 * The measured figures, each beside a bare baseline run in the same process.
 * `npm run bench -- --out FILE` also writes them as JSON: name, value, unit, baseline, ratio, goal.
 */
const { values } = parseArgs({ options: { out: { type: 'string' } } })
const figures: Figure[] = []
const add = (list: Figure[]) => {
  for (const f of list) print(f)
  figures.push(...list)
}

add(await blanks())
add(await papers())
await seedOnce()
const server = await TestServer.start()
try {
  // Found before a thousand newer messages stand in the post room.
  const token = await linkTo(await signedIn(server), 'ines@marlow.example', /quote/)
  add(await screens(server, token))
  add(await firstPage(server))
  add(await typing(server))
  add(await slowPhone(server))
  add(await opening(server))
  add(await crowds(server))
  await server.kill()
  process.stdout.write(`growing the demo business to ${JOBS} jobs with ${PAPERS} papers…\n`)
  grow(server.folder)
  await server.restart()
  add(await lists(server))
  add([await signerPage(server, token)])
} finally {
  await server.stop()
}
if (values.out) writeFileSync(values.out, JSON.stringify(figures, null, 2))
process.exit(0)
