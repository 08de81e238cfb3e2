import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { randomBytes } from 'node:crypto'

/** Settings from the environment, each with what it falls back to. Read once, at start. */
export interface Config {
  dataDir: string
  databaseUrl: string
  /** 64 hex digits: session cookies, call-back signatures and the sealing key are protected by keys drawn from it. */
  secret: string
  /** Address people reach Upwold at, without a slash at the end. */
  origin: string
  /** `post-room`, or an SMTP URL. */
  mail: string
  leaseSeconds: number
  workerPath: string
  /** False in a process that only serves or only seeds. */
  runJobs: boolean
  secureCookies: boolean
}

let config: Config | null = null

/** The settings; makes the data folder and, on first start, a secret in it (readable by its owner alone). */
export function useConfig(): Config {
  if (config) return config
  const env = process.env
  const dataDir = resolve(env.UPWOLD_DATA ?? '.data/main')
  mkdirSync(dataDir, { recursive: true })
  const origin = (env.UPWOLD_ORIGIN ?? `http://localhost:${env.PORT ?? env.NITRO_PORT ?? 3000}`).replace(/\/$/, '')
  config = {
    dataDir,
    databaseUrl: env.DATABASE_URL ?? `file:${join(dataDir, 'upwold.db')}`,
    secret: env.UPWOLD_SECRET ?? storedSecret(dataDir),
    origin,
    mail: env.UPWOLD_MAIL ?? 'post-room',
    leaseSeconds: Number(env.UPWOLD_LEASE_SECONDS ?? 30),
    workerPath: env.UPWOLD_WORKER ?? resolve('.output/server/worker/index.mjs'),
    runJobs: env.UPWOLD_JOBS !== 'off',
    secureCookies: origin.startsWith('https:'),
  }
  return config
}

function storedSecret(dataDir: string): string {
  const path = join(dataDir, 'secret')
  if (!existsSync(path)) {
    try {
      writeFileSync(path, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' })
    } catch (e) {
      if ((e as NodeJS.ErrnoException).code !== 'EEXIST') throw e
    }
  }
  return readFileSync(path, 'utf8').trim()
}
