import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ROOMY, build, install, root, say, seedOnce, system } from './lib.mjs'

/** Everything that says whether this main is good: lint, style, types, unit, API and browser. Ends with one line of sums. */
const reports = join(root, 'node_modules/.cache/upwold-reports')

let passed = 0
let failed = 0
const count = (good, bad) => {
  passed += good
  failed += bad
}

/** Runs a command to its end, its output shown; true when it exited with 0. */
const run = (command, args, env = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })
    child.on('exit', (code) => resolve(code === 0))
  })

/** A check that is one yes or no. */
async function check(name, command, args) {
  const good = await run(command, args, ROOMY)
  say(`${good ? 'ok' : 'FAILED'}: ${name}`)
  count(Number(good), Number(!good))
}

/** A runner whose own JSON report is counted; a runner that dies without one is a failure. */
async function runner(name, args, env, read) {
  const report = join(reports, `${name}.json`)
  const good = await run('npx', args(report), env(report))
  let sums
  try {
    sums = read(JSON.parse(readFileSync(report, 'utf8')))
  } catch {
    sums = [0, 1]
  }
  // A runner may fail without a failed test, such as on an unhandled rejection.
  count(sums[0], sums[1] || Number(!good))
}

const vitest = (name, config) =>
  runner(
    name,
    (report) => [
      'vitest',
      'run',
      '--config',
      config,
      '--reporter=default',
      '--reporter=json',
      `--outputFile=${report}`,
    ],
    () => ({}),
    (r) => [r.numPassedTests, r.numFailedTests + r.numFailedTestSuites * Number(r.numTotalTests === 0)],
  )

await install()
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })
system({
  'chromium-headless-shell': 'chromium-headless-shell',
  pdfsig: 'poppler-utils',
  qpdf: 'qpdf',
  xmllint: 'libxml2-utils',
  soffice: 'libreoffice-writer-nogui',
})
// Beside the build, which keeps one core: neither looks at what it makes.
const beside = [
  check('lint', 'npx', ['eslint', '.']),
  check('style', 'npx', ['prettier', '--check', '--log-level=warn', '.']),
]
await build()
// What is generated for them is there since the build; by themselves they would take a core and leave the other idle.
const types = check('types of the application', 'npx', ['vue-tsc', '-b', '--noEmit'])
await seedOnce()
await Promise.all([...beside, check('types of core, tools and tests', 'npx', ['tsc', '-p', 'tsconfig.tools.json'])])
await vitest('unit', 'vitest.config.ts')
await types
await vitest('api', 'vitest.api.config.ts')
await vitest('api, timed', 'vitest.alone.config.ts')
await runner(
  'browser',
  () => ['playwright', 'test'],
  (report) => ({ PLAYWRIGHT_JSON_OUTPUT_FILE: report }),
  (r) => {
    if (r.stats.flaky) say(`passed only at the second try: ${r.stats.flaky}`)
    return [r.stats.expected + r.stats.flaky, r.stats.unexpected]
  },
)

say(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
