import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { root } from './lib.mjs'

/** Runs the finder on one file. Needs no build; where packages are missing, installing them is told on standard error. */
if (!existsSync(join(root, 'node_modules/.bin/tsx')))
  execFileSync('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], { cwd: root, stdio: ['ignore', 2, 2] })
const [file, ...rest] = process.argv.slice(2)
const args = file ? [resolve(process.env.INIT_CWD ?? '.', file), ...rest] : []
const { status } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/blanks.ts', ...args], {
  cwd: root,
  stdio: 'inherit',
})
process.exit(status ?? 1)
