import { spawnSync } from 'node:child_process'
import { build, install, root, system } from './lib.mjs'

/** Runs a script in TypeScript on the built application: `node scripts/run.mjs scripts/bench.ts …`. */
await install()
await build()
system({ 'chromium-headless-shell': 'chromium-headless-shell', pdfsig: 'poppler-utils', qpdf: 'qpdf' })
const { status } = spawnSync('npx', ['tsx', ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' })
process.exit(status ?? 1)
