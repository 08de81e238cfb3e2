import { eq } from 'drizzle-orm'
import { hashPassword } from '../server/platform/crypt'
import { fromFolder, migrate } from '../server/platform/db/migrate'
import { closeDb, write } from '../server/platform/db/client'
import { members } from '../server/platform/db/schema'
import { standAnew } from '../server/standing/anew'
import { upgrade } from '../server/platform/db/upgrade'
import { closePool } from '../server/files/pool'
import { OWNER, STAFF } from '../demo/data'
import { seedDemo } from '../demo/seed'

const began = Date.now()
await migrate(fromFolder('server/platform/db/migrations'))
await standAnew()
await upgrade()
await seedDemo(process.env.UPWOLD_ORIGIN, process.env.UPWOLD_DEMO_YEAR === 'yes')
// Where many sign in again and again, as tests do, their passwords are hashed at a fraction of the cost: a hash carries its own.
if (process.env.UPWOLD_DEMO_QUICK_SIGN_IN === 'yes')
  for (const { email, password, pin } of [OWNER, STAFF]) {
    const quick = { ln: 10, r: 8, p: 1 }
    const [passwordHash, pinHash] = await Promise.all([hashPassword(password, quick), hashPassword(pin, quick)])
    await write((tx) => tx.update(members).set({ passwordHash, pinHash }).where(eq(members.email, email)))
  }
await closePool()
closeDb()
process.stdout.write(`Demo business ready in ${((Date.now() - began) / 1000).toFixed(1)} s\n`)
