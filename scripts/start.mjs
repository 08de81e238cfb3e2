import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** Starts the built application on the data in UPWOLD_DATA (.data/main by default). See docs/running.md. */
const root = fileURLToPath(new URL('..', import.meta.url))
process.env.UPWOLD_WORKER ??= join(root, '.output/server/worker/index.mjs')
await import(join(root, '.output/server/index.mjs'))
