import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import readXlsxFile from 'read-excel-file/node'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FileLook } from '../../shared/bring'
import { Caller, memberAs, signedIn } from '../support/caller'
import { makeJob } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const rowsOf = async (bytes: Uint8Array) => {
  const sheets = (await readXlsxFile(Buffer.from(bytes))) as unknown as { data: unknown[][] }[]
  return sheets[0]!.data
}

describe('a list as XLSX', () => {
  it('says what the same list says as CSV, words as words and sums as numbers', async () => {
    await makeJob(owner, { title: '=1+1 hill', place: '@home' })
    const csv = Papa.parse<string[]>(
      new TextDecoder()
        .decode(await owner.raw('/api/jobs/export?as=csv'))
        .replace(/^\uFEFF/, '')
        .trim(),
    ).data
    const sheet = await rowsOf(await owner.raw('/api/jobs/export?as=xlsx'))
    expect(sheet[0]).toEqual(csv[0])
    expect(sheet).toHaveLength(csv.length)
    const title = sheet.findIndex((r) => r[0] === '=1+1 hill')
    expect(title).toBeGreaterThan(0)
    const total = sheet[0]!.indexOf('total')
    expect(typeof sheet[title]![total]).toBe('number')
    expect(Number(csv.find((r) => r[0]!.includes('=1+1 hill'))![total])).toBe(sheet[title]![total])
  })

  it('is opened by a spreadsheet nobody here wrote', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'sheet-'))
    try {
      writeFileSync(join(folder, 'people.xlsx'), await owner.raw('/api/contacts/export?as=xlsx'))
      const said = execFileSync(
        'python3',
        [
          '-c',
          'import zipfile,sys,xml.dom.minidom as m\nz=zipfile.ZipFile(sys.argv[1])\nassert z.testzip() is None\n[m.parseString(z.read(n)) for n in z.namelist() if n.endswith((".xml",".rels"))]\nprint(len(z.namelist()))',
          join(folder, 'people.xlsx'),
        ],
        { encoding: 'utf8' },
      )
      expect(Number(said)).toBeGreaterThan(5)
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  })

  it('comes in again as it went out; one that is none is refused', async () => {
    const bytes = await owner.raw('/api/contacts/export?as=xlsx')
    const { sha } = (await owner.upload<{ sha: string }>('/api/contacts/file', bytes)).body
    const look = await owner.must<FileLook>('POST', '/api/contacts/look', { sha })
    expect(look.columns.slice(0, 2).map((c) => c.means)).toEqual(['name', 'email'])
    expect(look.counts).toMatchObject({ new: 0, wrong: 0 })
    expect(look.counts.same).toBeGreaterThan(5)
    const zip = new Uint8Array([0x50, 0x4b, 3, 4, ...new Uint8Array(60)])
    const bad = await owner.upload<{ sha: string }>('/api/contacts/file', zip)
    expect((await owner.call('POST', '/api/contacts/look', { sha: bad.body.sha })).status).toBe(422)
  })

  it('of answers has a row for each paper and a column for each value; who may not see papers gets none', async () => {
    const [row] = await server.rows(
      "select template_id id from papers where kind = 'waiver' and state = 'signed' limit 1",
    )
    const path = `/api/templates/${String(row!.id)}/answers?as=xlsx`
    const sheet = await rowsOf(await owner.raw(path))
    expect(sheet[0]!.slice(0, 3)).toEqual(['job', 'day', 'who'])
    expect(sheet.length).toBeGreaterThan(1)
    expect(sheet[1]!.every((cell, i) => i > 2 || (cell !== null && cell !== ''))).toBe(true)
    const { caller: books } = await memberAs(server, owner, 'bookkeeper')
    expect((await books.get(path)).status).toBe(403)
    expect((await books.get('/api/jobs/export?as=csv')).status).toBe(403)
    expect((await new Caller(server).get(path)).status).toBe(401)
  })
})
