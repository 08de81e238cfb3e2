import {
  createDecipheriv,
  createHash,
  createPrivateKey,
  createPublicKey,
  hkdfSync,
  verify as verifySignature,
  X509Certificate,
} from 'node:crypto'
import { cpSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { createClient } from '@libsql/client'
import type { ChainedEvent } from '../core/evidence/chain'
import { sealProblem } from '../core/evidence/check-seal'
import { type ChainHead, headBytes, versionHash } from '../core/evidence/heads'
import { type Misfit, type StoredRound, type Version, chainMisfits, headMisfits } from '../core/evidence/verify'

/**
 * Walks all chains, frozen versions, blobs, seals and signed heads of a data folder and prints what doesn't fit. It works on
 * a copy of the database, so that it can look at a folder that is in use, or one that is kept read-only.
 *
 *     npm run verify -- --data DIR
 */
const { values } = parseArgs({ options: { data: { type: 'string' } } })
const folder = values.data ?? process.env.UPWOLD_DATA ?? '.data/main'
const misfits: Misfit[] = []
const say = (where: string, what: string) => misfits.push({ where, what })

const copy = mkdtempSync(join(tmpdir(), 'upwold-verify-'))
for (const f of ['upwold.db', 'upwold.db-wal']) if (existsSync(join(folder, f))) cpSync(join(folder, f), join(copy, f))
const client = createClient({ url: `file:${join(copy, 'upwold.db')}` })
const rows = async (sql: string) => (await client.execute(sql)).rows as unknown as Record<string, unknown>[]
const json = (v: unknown) => JSON.parse(String(v)) as unknown
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

/** Every file by its name, checked once; what a name doesn't say is not what lies under it. */
function readBlobs(listed: ReadonlyMap<string, number>): Map<string, Uint8Array> {
  const good = new Map<string, Uint8Array>()
  for (const [sha, size] of listed) {
    const path = join(folder, 'blobs', sha.slice(0, 2), sha)
    if (!existsSync(path)) {
      say(`file ${sha}`, 'it is missing')
      continue
    }
    const bytes = new Uint8Array(readFileSync(path))
    if (sha256(bytes) !== sha) say(`file ${sha}`, 'its content was changed')
    else if (bytes.length !== size) say(`file ${sha}`, 'its size is not as it was noted')
    else good.set(sha, bytes)
  }
  const root = join(folder, 'blobs')
  for (const name of existsSync(root) ? (readdirSync(root, { recursive: true }) as string[]) : []) {
    const sha = name.split('/').at(-1)!
    if (/^[0-9a-f]{64}$/.test(sha) && !listed.has(sha)) say(`file ${sha}`, 'nothing in the database knows it')
  }
  return good
}

interface Key {
  id: string
  certificate: Uint8Array
}
/** The business's keys. Where the secret is there, each is opened: a key put in by somebody else can't be. */
async function readKeys(): Promise<Key[]> {
  const path = join(folder, 'secret')
  const secret = process.env.UPWOLD_SECRET ?? (existsSync(path) ? readFileSync(path, 'utf8').trim() : null)
  const keys: Key[] = []
  for (const row of await rows('select id, encrypted, certificate from sealing_keys order by created_at')) {
    const certificate = new Uint8Array(Buffer.from(String(row.certificate), 'base64'))
    if (secret && !opens(String(row.encrypted), secret, certificate))
      say(
        `sealing key ${String(row.id)}`,
        'it was not made by this Upwold: its private key can’t be opened, or isn’t the certificate’s',
      )
    keys.push({ id: String(row.id), certificate })
  }
  if (!secret) process.stdout.write('The secret is not there; who made the sealing keys was not looked at.\n')
  return keys
}

function opens(encrypted: string, secret: string, certificate: Uint8Array): boolean {
  try {
    const key = Buffer.from(hkdfSync('sha256', Buffer.from(secret, 'hex'), Buffer.alloc(0), 'sealing key', 32))
    const all = Buffer.from(encrypted, 'base64')
    const decipher = createDecipheriv('aes-256-gcm', key, all.subarray(0, 12))
    decipher.setAuthTag(all.subarray(12, 28))
    const der = Buffer.concat([decipher.update(all.subarray(28)), decipher.final()])
    const own = createPublicKey(createPrivateKey({ key: der, format: 'der', type: 'pkcs8' }))
    return own.equals(new X509Certificate(certificate).publicKey)
  } catch {
    return false
  }
}

const blobs = readBlobs(
  new Map((await rows('select sha, size from blobs')).map((r) => [String(r.sha), Number(r.size)])),
)
const keys = await readKeys()
const versions = new Map<string, Version>()
for (const r of await rows('select id, paper_id, document, figures, fields, pages, pdf_sha from paper_versions')) {
  const { id, pages } = r
  versions.set(String(id), {
    id: String(id),
    paperId: String(r.paper_id),
    document: json(r.document),
    figures: r.figures === null ? null : json(r.figures),
    fields: json(r.fields),
    pages: Number(pages),
    pdfSha: String(r.pdf_sha),
  })
}

const chains = new Map<string, ChainedEvent[]>()
for (const r of await rows('select * from round_events order by round_id, seq')) {
  const round = String(r.round_id)
  const event = {
    round,
    seq: Number(r.seq),
    at: String(r.at),
    type: String(r.type),
    actor: json(r.actor),
    data: json(r.data),
    prev: String(r.prev),
    hash: String(r.hash),
  } as ChainedEvent
  chains.set(round, [...(chains.get(round) ?? []), event])
}

const roundRows = await rows('select id, sealed_sha from rounds')
const places = await rows(
  'select p.round_id, p.paper_id, p.version_id, p.sealed_sha, papers.title from round_papers p join papers on papers.id = p.paper_id order by p.round_id, p.position',
)
const people = await rows('select id, round_id, name, party, part from round_people')
for (const r of roundRows) {
  const id = String(r.id)
  const text = (v: unknown) => (v === null ? null : String(v))
  const round: StoredRound = {
    id,
    sealedSha: text(r.sealed_sha),
    papers: places
      .filter((p) => p.round_id === id)
      .map((p) => ({
        paperId: String(p.paper_id),
        title: String(p.title),
        versionId: String(p.version_id),
        sealedSha: text(p.sealed_sha),
      })),
    people: people
      .filter((p) => p.round_id === id)
      .map((p) => ({ id: String(p.id), name: String(p.name), party: String(p.party), part: String(p.part) })),
  }
  misfits.push(...chainMisfits(round, chains.get(id) ?? [], [...versions.values()]))
  for (const p of round.papers) {
    const sealed = p.sealedSha === null ? undefined : blobs.get(p.sealedSha)
    if (!sealed) continue
    const sent = blobs.get(versions.get(p.versionId)?.pdfSha ?? '') ?? null
    const wrong = await sealProblem(
      sealed,
      sent,
      keys.map((k) => k.certificate),
    )
    if (wrong) say(`round ${id}, sealed copy of “${p.title}”`, `it ${wrong}`)
  }
}
for (const id of chains.keys())
  if (!roundRows.some((r) => r.id === id)) say(`round ${id}`, 'there are events of a round that is not there')

/** What was let go after its years: the hashes of it that signed heads name. */
const goneEvents = new Map<string, string>()
const goneVersions = new Map<string, string>()
for (const r of await rows('select round_id, events, versions from let_go where gone_at is not null')) {
  for (const [seq, hash] of Object.entries(json(r.events) as Record<string, string>))
    goneEvents.set(`${String(r.round_id)} ${seq}`, hash)
  for (const [id, hash] of Object.entries(json(r.versions) as Record<string, string>)) goneVersions.set(id, hash)
}

const headRows = await rows('select seq, body, key_id, signature from chain_heads order by seq')
const signatures = new Map(headRows.map((h) => [Number(h.seq), h]))
misfits.push(
  ...headMisfits(
    headRows.map((h) => json(h.body) as ChainHead),
    (head) => {
      const row = signatures.get(head.seq)
      const key = keys.find((k) => k.id === row?.key_id)
      return (
        !!key &&
        verifySignature(
          'sha256',
          headBytes(head),
          new X509Certificate(key.certificate).publicKey,
          Buffer.from(String(row!.signature), 'base64'),
        )
      )
    },
    (round, seq) => chains.get(round)?.find((e) => e.seq === seq)?.hash ?? goneEvents.get(`${round} ${seq}`),
    (id) => {
      const version = versions.get(id)
      return version ? versionHash(version) : goneVersions.get(id)
    },
  ),
)
client.close()
rmSync(copy, { recursive: true, force: true })

for (const m of misfits) process.stdout.write(`${m.where}: ${m.what}\n`)
process.stdout.write(
  `${chains.size} chains, ${versions.size} versions, ${blobs.size} files, ${headRows.length} signed heads: ${
    misfits.length ? `${misfits.length} do not fit` : 'all fit'
  }\n`,
)
process.exit(misfits.length ? 1 : 0)
