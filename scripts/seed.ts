import { fromFolder, migrate } from '../server/platform/db/migrate'
import { closeDb } from '../server/platform/db/client'
import { standAnew } from '../server/standing/anew'
import { upgrade } from '../server/platform/db/upgrade'
import { closePool } from '../server/files/pool'
import { seedDemo } from '../demo/seed'

const began = Date.now()
await migrate(fromFolder('server/platform/db/migrations'))
await standAnew()
await upgrade()
await seedDemo(process.env.UPWOLD_ORIGIN, process.env.UPWOLD_DEMO_YEAR === 'yes')
await closePool()
closeDb()
process.stdout.write(`Demo business ready in ${((Date.now() - began) / 1000).toFixed(1)} s\n`)
