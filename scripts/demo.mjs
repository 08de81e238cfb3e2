import { join } from 'node:path'
import { build, freePort, install, root, say, seed, serve } from './lib.mjs'

await install()
await build()
const folder = join(root, '.data/demo')
const wanted = Number(process.env.PORT ?? 3000)
const free = await fetch(`http://localhost:${wanted}/`).then(
  () => false,
  () => true,
)
const port = free ? wanted : await freePort()
seed(folder, { UPWOLD_ORIGIN: `http://localhost:${port}`, UPWOLD_DEMO_YEAR: 'yes' })
const server = await serve(folder, port)
say(`
Larkmoor Saunas is open at  ${server.origin}

  owner   maren@larkmoor.example   password  steam-and-birch    PIN 2468
  staff   jonah@larkmoor.example   password  kindling-first     PIN 1357

Messages that go out are in the post room (menu of the member, or ${server.origin}/post).
Stop with Ctrl-C. Each start makes the demo business anew.`)
server.child.stderr.pipe(process.stderr)
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    void server.stop().then(() => process.exit(0))
  })
server.child.on('exit', (code) => process.exit(code ?? 0))
