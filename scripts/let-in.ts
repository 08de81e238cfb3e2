import { createHash, createHmac, hkdfSync, randomBytes } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { createClient } from '@libsql/client'

/**
 * `npm run let-in -- --data DIR [--email WHO] [--origin ADDRESS]`: a way in for an owner who lost everything. It is made on
 * the machine alone, from the secret that lies in the folder; the link opens once, within half an hour, and asks for a new
 * password.
 */
const { values } = parseArgs({
  options: { data: { type: 'string' }, email: { type: 'string' }, origin: { type: 'string' } },
})
const fail = (words: string): never => {
  process.stderr.write(`${words}\n`)
  process.exit(1)
}
const folder = resolve(values.data ?? fail('Say which folder: npm run let-in -- --data DIR'))
if (!existsSync(join(folder, 'upwold.db'))) fail(`There is no Upwold in ${folder}.`)
const client = createClient({ url: `file:${join(folder, 'upwold.db')}`, timeout: 5000 })
const { rows } = await client.execute({
  sql: `select id, name, email from members where role = 'owner' and removed_at is null and (? = '' or email = ?) order by created_at limit 1`,
  args: [values.email ?? '', (values.email ?? '').trim().toLowerCase()],
})
const [owner] = rows
if (!owner) fail(values.email ? `No owner has the address ${values.email}.` : 'There is no owner in this folder.')
const secret = process.env.UPWOLD_SECRET ?? readFileSync(join(folder, 'secret'), 'utf8').trim()
const key = Buffer.from(hkdfSync('sha256', Buffer.from(secret, 'hex'), Buffer.alloc(0), 'ways in', 32))
const token = createHmac('sha256', key)
  .update(`${String(owner!.id)}:${randomBytes(32).toString('base64url')}`)
  .digest('base64url')
await client.execute({
  sql: `insert into door_keys (token_hash, member_id, purpose, until) values (?, ?, 'forgotten', ?)`,
  args: [
    createHash('sha256').update(token).digest('hex'),
    String(owner!.id),
    new Date(Date.now() + 1_800_000).toISOString(),
  ],
})
// Whoever holds the machine is let in without the authenticator, which may be what was lost.
await client.execute({
  sql: `update members set otp_secret = '', spare_codes = '[]' where id = ?`,
  args: [String(owner!.id)],
})
client.close()
const origin = values.origin ?? process.env.UPWOLD_ORIGIN ?? 'http://localhost:3000'
process.stdout.write(
  `For ${String(owner!.name)} (${String(owner!.email)}), once, within half an hour:\n\n  ${origin}/enter/${token}\n`,
)
