import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { get } from 'node:http'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url))
export const say = (text) => process.stdout.write(`${text}\n`)

function hashOf(paths) {
  const hash = createHash('sha256')
  const visit = (path) => {
    const full = join(root, path)
    if (!existsSync(full)) return
    if (statSync(full).isDirectory()) for (const f of readdirSync(full).sort()) visit(join(path, f))
    else if (!path.endsWith('.test.ts')) hash.update(path).update(readFileSync(full))
  }
  for (const p of paths) visit(p)
  return hash.digest('hex')
}

/** Does `work` unless the sources are the same as when it was last done, and what it makes is `there`. */
async function once(stamp, paths, there, work) {
  const file = join(root, 'node_modules/.cache', `upwold-${stamp}`)
  const now = hashOf(paths)
  if (there.every((path) => existsSync(path)) && existsSync(file) && readFileSync(file, 'utf8') === now) return
  await work()
  mkdirSync(join(root, 'node_modules/.cache'), { recursive: true })
  writeFileSync(file, now)
}

/** Room for tools that make many short-lived objects: with what Node gives, a quarter of their time goes into clearing up. */
export const ROOMY = { NODE_OPTIONS: '--max-semi-space-size=128 --max-old-space-size=6144' }

const run = (command, args, env = {}) =>
  execFileSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } })

/** Installs what the lockfile says, where it isn't there yet. */
export async function install() {
  await once('install', ['package-lock.json'], [join(root, 'node_modules', 'nuxt')], () => {
    say('Installing packages…')
    run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'])
  })
}

/** Builds the application unless nothing changed. */
export async function build() {
  await once(
    'build',
    [
      'app',
      'core',
      'server',
      'shared',
      'public',
      'nuxt.config.ts',
      'package-lock.json',
      'scripts/build-worker.mjs',
      'scripts/assets.mjs',
      'scripts/browser-pages.mjs',
    ],
    [join(root, '.output/server/index.mjs'), join(root, '.nuxt/tsconfig.json')],
    () => {
      say('Building…')
      const { status, stdout, stderr } = spawnSync('npx', ['nuxt', 'build'], {
        cwd: root,
        encoding: 'utf8',
        maxBuffer: 1e8,
        env: { ...process.env, ...ROOMY },
      })
      if (status !== 0) {
        process.stderr.write(stdout + stderr)
        process.exit(1)
      }
    },
  )
}

/** Installs Debian packages whose commands are missing; several of a command are told apart by spaces. */
export function system(commands) {
  const missing = Object.entries(commands)
    .filter(([command]) => spawnSync('which', [command]).status !== 0)
    .flatMap(([, packages]) => packages.split(' '))
  if (missing.length === 0) return
  say(`Installing ${missing.join(', ')}…`)
  const quiet = { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } }
  const sudo = process.getuid?.() === 0 ? [] : ['sudo']
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args]
    execFileSync(command, rest, quiet)
  }
  apt('update', '-qq')
  apt('install', '-y', '-qq', '--no-install-recommends', ...missing)
}

/** A port nobody listens on. */
export const freePort = () =>
  new Promise((resolve) => {
    const s = createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address()
      s.close(() => resolve(port))
    })
  })

/** Everything outside is pretended, and the owner may look into the post room: for the demo, tests and measurements. */
export const STANDINS = { UPWOLD_STANDINS: 'cards,identity,post,times,neighbour', UPWOLD_POST_ROOM_OPENS: 'yes' }

/** A fresh database with the demo business in `folder`. */
export function seed(folder, env = {}) {
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true })
  run('npx', ['tsx', 'scripts/seed.ts'], {
    ...STANDINS,
    UPWOLD_DATA: folder,
    UPWOLD_WORKER: join(root, '.output/server/worker/index.mjs'),
    ...env,
  })
}

/** Where a demo business lies ready for tests, walkthrough and measurements to copy. */
export const seededFolder = join(root, 'node_modules/.cache/upwold-seeded')

/** Makes the demo business in {@link seededFolder} unless today's is there already. */
export async function seedOnce() {
  const sources = ['core', 'server', 'shared', 'demo', 'scripts/seed.ts', 'package-lock.json']
  await once(`seeded-${new Date().toISOString().slice(0, 10)}`, sources, [join(seededFolder, 'upwold.db')], () =>
    seed(seededFolder, { UPWOLD_DEMO_QUICK_SIGN_IN: 'yes' }),
  )
}

/** Whether a server answers at a port, asked by the name it is reached at. */
const answers = (port, host) =>
  new Promise((resolve) => {
    const ask = get({ port, host: 'localhost', path: '/api/health', headers: { host } }, (response) => {
      response.resume()
      resolve(response.statusCode === 200)
    })
    ask.on('error', () => resolve(false))
  })

/** Starts the built server on a data folder; resolves when it answers. */
export async function serve(folder, port, env = {}) {
  const origin = `http://localhost:${port}`
  const child = spawn('node', [join(root, '.output/server/index.mjs')], {
    cwd: root,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      UPWOLD_DATA: folder,
      UPWOLD_WORKER: join(root, '.output/server/worker/index.mjs'),
      PORT: String(port),
      NITRO_PORT: String(port),
      UPWOLD_ORIGIN: origin,
      ...(env.UPWOLD_MAIL ? { UPWOLD_STANDINS: 'cards,identity,post,times,neighbour' } : STANDINS),
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let output = ''
  child.stdout.on('data', (d) => {
    output += d
  })
  child.stderr.on('data', (d) => {
    output += d
  })
  let gone = false
  child.on('exit', () => {
    gone = true
  })
  for (const until = Date.now() + 30_000; ;) {
    if (gone || Date.now() > until) throw new Error(`The server did not start:\n${output}`)
    if (await answers(port, new URL(env.UPWOLD_ORIGIN ?? origin).host)) break
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  return {
    origin,
    child,
    output: () => output,
    stop: () =>
      new Promise((resolve) => {
        if (gone) return resolve()
        child.on('exit', resolve)
        child.kill('SIGTERM')
        setTimeout(() => child.kill('SIGKILL'), 3000).unref()
      }),
  }
}
