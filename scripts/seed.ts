import { fromFolder, migrate } from '../server/db/migrate'
import { closeDb } from '../server/db/client'
import { upgrade } from '../server/db/upgrade'
import { closePool } from '../server/render/pool'
import { seedDemo } from '../demo/seed'

const began = Date.now()
await migrate(fromFolder('server/db/migrations'))
await upgrade()
await seedDemo()
await closePool()
closeDb()
process.stdout.write(`Demo business ready in ${((Date.now() - began) / 1000).toFixed(1)} s\n`)
