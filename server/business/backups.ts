import { existsSync } from 'node:fs'
import { mkdir, readdir, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { and, desc, eq, isNull, lte } from 'drizzle-orm'
import { addDays, dayOf } from '../../core/calendar/dates'
import { TOLD_DAYS, goesOn } from '../../core/keep/retention'
import { keptBackups } from '../../core/keep/rotation'
import type { BackupsView } from '../../shared/out/settings'
import { backUpInWorker } from '../files/pool'
import { nextAt, now } from '../platform/clock'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { jobs, letGo, outbox } from '../platform/db/schema'
import { enqueue } from '../queue/outbox'
import { businessOrNone, theBusiness } from '../records/business'

/** `upwold-2026-11-29T02-30-00.tar.gz`: the instant it was begun, in UTC. */
const NAME = /^upwold-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})\.tar\.gz$/
const nameOf = (at: string) => `upwold-${at.slice(0, 19).replaceAll(':', '-')}.tar.gz`

/** The backups there are, newest first. */
async function backupsThere(): Promise<{ name: string; at: string; bytes: number }[]> {
  const { backupsDir } = useConfig()
  if (!existsSync(backupsDir)) return []
  const names = (await readdir(backupsDir)).flatMap((name) => {
    const m = NAME.exec(name)
    return m ? [{ name, at: `${m[1]}T${m[2]}:${m[3]}:${m[4]}.000Z` }] : []
  })
  // An older one may be taken away between the two looks.
  const sizes = await Promise.allSettled(names.map((b) => stat(join(backupsDir, b.name))))
  const all = names.flatMap((b, i) => {
    const there = sizes[i]!
    return there.status === 'fulfilled' ? [{ ...b, bytes: there.value.size }] : []
  })
  return all.sort((a, b) => (a.at < b.at ? 1 : -1))
}

/** Whether the data lies in a folder of this machine; a database server is backed up where it runs. */
const isFolder = () => useConfig().databaseUrl.startsWith('file:')

/** Half past two at night, UTC: before the chains are signed. */
const nextNight = (): string => nextAt(2, 30)

let making: Promise<unknown> | null = null
/** The outbox’s part: one file of everything, for its owner alone, and the older ones that are not kept taken away. */
export async function backUpNow(night: boolean): Promise<{ again: string } | void> {
  const again = night ? { again: nextNight() } : undefined
  // A folder nobody has begun waits for its first night, however long.
  if (!isFolder() || (night && !(await businessOrNone())?.settings.nightly)) return again
  const { dataDir, backupsDir } = useConfig()
  await mkdir(backupsDir, { recursive: true, mode: 0o700 })
  // One that takes longer than its errand is leased for is waited for, not begun again.
  making ??= backUpInWorker({ data: dataDir, to: join(backupsDir, nameOf(now())) }).finally(() => (making = null))
  await making
  const all = await backupsThere()
  const kept = new Set(keptBackups(all))
  for (const b of all) if (!kept.has(b)) await rm(join(backupsDir, b.name), { force: true })
  return again
}

/** Sees to it that backups are made, from the next night on. Asked at every start, it is one errand. */
export const keepBackups = (): Promise<void> => enqueue('backup', 'backup:night', { night: true }, nextNight())

/** Has a backup made now; asked again within the minute it is the same. */
export const askBackup = (): Promise<void> => enqueue('backup', `backup:${now().slice(0, 16)}`, {})

/** Sealed papers that go, the next first. */
async function goingView(): Promise<Pick<BackupsView, 'keepYears' | 'going' | 'goingAll'>> {
  const { settings, timeZone } = await theBusiness()
  const rows = await db()
    .select({
      titles: letGo.titles,
      jobId: letGo.jobId,
      job: jobs.title,
      sealedAt: letGo.sealedAt,
      toldAt: letGo.toldAt,
    })
    .from(letGo)
    .innerJoin(jobs, eq(jobs.id, letGo.jobId))
    .where(isNull(letGo.goneAt))
    .orderBy(letGo.sealedAt)
  const years = settings.keepYears
  return {
    keepYears: years,
    goingAll: rows.length,
    going: rows.slice(0, 20).map(({ titles, jobId, job, sealedAt, toldAt }) => {
      const told = addDays(dayOf(toldAt, timeZone), TOLD_DAYS)
      const over = years === null ? told : goesOn(dayOf(sealedAt, timeZone), years)
      return { titles, jobId, job, on: over > told ? over : told }
    }),
  }
}

/** What is kept of everything, and what went wrong last. */
export async function backupsView(): Promise<BackupsView> {
  const [{ settings }, backups, [failed], [waiting]] = await Promise.all([
    theBusiness(),
    backupsThere(),
    db()
      .select({ error: outbox.lastError })
      .from(outbox)
      .where(and(eq(outbox.kind, 'backup'), isNull(outbox.doneAt)))
      .orderBy(desc(outbox.lastError))
      .limit(1),
    db()
      .select({ id: outbox.id })
      .from(outbox)
      .where(and(eq(outbox.kind, 'backup'), isNull(outbox.doneAt), lte(outbox.dueAt, now()), isNull(outbox.lastError)))
      .limit(1),
  ])
  return {
    can: isFolder(),
    nightly: settings.nightly,
    folder: useConfig().backupsDir,
    backups,
    error: failed?.error ?? '',
    making: !!waiting,
    ...(await goingView()),
  }
}
