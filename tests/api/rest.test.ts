import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Caller, STAFF, signedIn } from '../support/caller'
import { agreedJob, linkTo, makeJob, makePaper, send, viewOf } from '../support/line'
import { contractWith, plan } from '../support/rounds'
import { TestServer, until } from '../support/server'

/** What lies in the data folder says nothing that opens anything, and is for nobody else to read. */
let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

/** A link in clear; within something encrypted the same letters may stand by chance, but not end there. */
const TOKEN = /\/(?:s|draw|enter)\/[\w-]{43}(?![\w+/=-])/
/** Every text in every table, as somebody reads it who has the file. */
async function everyText(of: TestServer): Promise<string[]> {
  const tables = await of.rows(`select name from sqlite_master where type = 'table' and name not like 'sqlite%'`)
  const out: string[] = []
  for (const { name } of tables)
    for (const row of await of.rows(`select * from "${String(name)}"`))
      out.push(`${String(name)} ${JSON.stringify(row)}`)
  return out
}

describe('at rest', () => {
  it('no link, code, session or device mark is readable, whatever has been sent, paid, asked or drawn', async () => {
    const { token, client } = await agreedJob(owner)
    await client.must('POST', `/api/sign/${token}/pay`, { stage: 'deposit' })
    await client.must('POST', `/api/sign/${token}/question`, { question: 'When?' })
    const coded = await contractWith(owner, { proof: { kind: 'one-time', by: 'email' } })
    await send(owner, coded.paper)
    const link = await linkTo(owner, coded.email)
    await client.must('POST', `/api/sign/${link}/code/send`)
    const drawn = await contractWith(owner)
    await send(owner, drawn.paper)
    const open = await linkTo(owner, drawn.email)
    const { url } = await client.must<{ url: string }>('POST', `/api/sign/${open}/drawing`, { what: 'signature' })
    const mail = await codeMail(coded.email)
    const code = /\b\d{6}\b/.exec(mail)![0]
    const texts = await everyText(server)
    const secrets = [
      token,
      link,
      open,
      url.split('/').at(-1)!,
      owner.jar().get('upwold')!,
      owner.jar().get('upwold-device')!,
    ]
    for (const text of texts) {
      for (const secret of secrets) expect(text.includes(secret), text.slice(0, 200)).toBe(false)
      expect(text, text.slice(0, 200)).not.toMatch(TOKEN)
      if (text.startsWith('messages')) expect(text.includes(code), text.slice(0, 300)).toBe(false)
    }
    expect(texts.length).toBeGreaterThan(500)
  })
  const codeMail = async (to: string): Promise<string> => {
    const list = await until(
      () => owner.must<{ id: string; to: string; subject: string }[]>('GET', '/api/post'),
      (l) => l.some((m) => m.to === to && /code/i.test(m.subject)),
    )
    const { id } = list.find((m) => m.to === to && /code/i.test(m.subject))!
    expect((await owner.must<{ text: string }>('GET', `/api/post/${id}`)).text).toContain('[the code]')
    return (await owner.must<{ text: string }>('POST', `/api/post/${id}/show`)).text
  }

  it('every file is for its owner alone', () => {
    const modes = (readdirSync(server.folder, { recursive: true }) as string[]).map((f) => {
      const s = statSync(join(server.folder, f))
      return [f, (s.mode & 0o777).toString(8), s.isDirectory() ? '700' : '600'] as const
    })
    for (const [f, mode, wanted] of modes) expect([f, mode]).toEqual([f, wanted])
    expect((statSync(server.folder).mode & 0o777).toString(8)).toBe('700')
    expect(modes.length).toBeGreaterThan(20)
  })
})

describe('the post room', () => {
  it('shows a link to the owner who asks for it, and that stands in the round and in the log', async () => {
    const job = await makeJob(owner)
    const paper = await makePaper(owner, job.id, 'quote')
    await send(owner, paper)
    const [mail] = await until(
      () => owner.must<{ id: string; to: string }[]>('GET', '/api/post'),
      (l) => l.some((m) => m.to === job.email),
    ).then((l) => l.filter((m) => m.to === job.email))
    const read = await owner.must<{ text: string; html: string; closed: boolean }>('GET', `/api/post/${mail!.id}`)
    expect(read).toMatchObject({ closed: true, text: expect.stringContaining('[the link]') })
    const { text } = await owner.must<{ text: string }>('POST', `/api/post/${mail!.id}/show`)
    const token = /\/s\/([\w-]{43})/.exec(text)![1]!
    expect((await viewOf(new Caller(server), token)).state).toBe('open')
    const { events } = await owner.must<{ events: { type: string; data: object; actor: object }[] }>(
      'GET',
      `/api/papers/${paper}/events`,
    )
    expect(events.at(-1)).toMatchObject({
      type: 'shown',
      data: { what: 'link', to: 'Maren Fosse' },
      actor: { kind: 'member' },
    })
    const log = await owner.must<{ kind: string; words: string }[]>('GET', '/api/security')
    expect(log[0]).toMatchObject({ kind: 'post-room', words: 'Opened “Something to sign” in the post room' })
  })

  it('puts a link where it belongs and nowhere else, whatever a name or a title looks like', async () => {
    const job = await makeJob(owner, { title: 'Trick \uE0000\uE001', client: null })
    const email = `eve${job.id}@clients.example`
    const { version } = await owner.must<{ version: number }>('GET', `/api/jobs/${job.id}`)
    const { id: contact } = await owner.must<{ id: string }>('POST', '/api/contacts', {
      name: 'Eve \uE0000\uE001',
      email,
      address: 'x',
    })
    await owner.must('PATCH', `/api/jobs/${job.id}`, { version, set: { clientId: contact } })
    await send(owner, await makePaper(owner, job.id, 'quote'), { message: 'Hello {name}, for {job}: \uE0000\uE001' })
    const [mail] = await until(
      () => owner.must<{ id: string; to: string }[]>('GET', '/api/post').then((l) => l.filter((m) => m.to === email)),
      (l) => l.length > 0,
    )
    const { text } = await owner.must<{ text: string }>('GET', `/api/post/${mail!.id}`)
    expect(text.match(/\[the link\]/g)).toHaveLength(1)
    expect(text).toContain('Hello Eve 0, for Trick 0: 0')
  })

  it('shows nothing without the setting, which can’t be on together with real mail', async () => {
    const shut = await TestServer.start({ UPWOLD_POST_ROOM_OPENS: 'no' })
    const maren = await signedIn(shut)
    const list = await maren.must<{ id: string; subject: string }[]>('GET', '/api/post')
    const { id } = list.find((m) => m.subject.startsWith('Your quote'))!
    expect(await maren.must('GET', `/api/post/${id}`)).toMatchObject({ closed: false })
    expect(await maren.post(`/api/post/${id}/show`)).toMatchObject({ status: 403 })
    await shut.stop()
  })
})

/** What a start with these settings says, when it refuses. */
function started(env: Record<string, string>, folder = mkdtempSync(join(tmpdir(), 'upwold-set-'))) {
  const { status, stderr } = spawnSync('node', ['.output/server/index.mjs'], {
    encoding: 'utf8',
    timeout: 20_000,
    env: {
      PATH: process.env.PATH,
      UPWOLD_DATA: folder,
      PORT: '0',
      UPWOLD_WORKER: join(process.cwd(), '.output/server/worker/index.mjs'),
      ...env,
    },
  })
  return { status, stderr }
}

describe('a start', () => {
  it.each([
    [{ UPWOLD_SECRET: 'short' }, /UPWOLD_SECRET has to be 64 hex digits.*openssl rand -hex 32/],
    [{ UPWOLD_SECRET: 'z'.repeat(64) }, /64 hex digits/],
    [{ UPWOLD_STANDINS: 'cards,all' }, /“all” is none of them/],
    [
      { UPWOLD_POST_ROOM_OPENS: 'yes', UPWOLD_STANDINS: 'post', UPWOLD_MAIL: 'smtp://mail.example' },
      /can’t be on together with UPWOLD_MAIL/,
    ],
    [{ UPWOLD_POST_ROOM_OPENS: 'yes' }, /add post to UPWOLD_STANDINS/],
    [{ UPWOLD_MAIL: 'post-room' }, /UPWOLD_STANDINS=post/],
    [{ UPWOLD_ORIGIN: 'papers.example' }, /https:\/\/papers\.example/],
    [{ UPWOLD_PROXY_HOPS: 'yes' }, /number of proxies/],
  ])('with %o is refused, saying what to write instead', (env, words) => {
    const { status, stderr } = started(env as Record<string, string>)
    expect([status, stderr]).toEqual([1, expect.stringMatching(words)])
  })

  it('on a secret that was damaged is refused, and the secret is left as it is', () => {
    const folder = mkdtempSync(join(tmpdir(), 'upwold-set-'))
    writeFileSync(join(folder, 'secret'), 'half of i')
    expect(started({}, folder)).toMatchObject({ status: 1, stderr: expect.stringContaining('it is damaged') })
    expect(readFileSync(join(folder, 'secret'), 'utf8')).toBe('half of i')
  })

  it('listens on this machine alone unless told otherwise', async () => {
    expect(server.output).toContain('Listening on http://127.0.0.1:')
    const wide = await TestServer.start({ UPWOLD_HOST: '0.0.0.0' })
    expect(wide.output).toContain('Listening on http://0.0.0.0:')
    await wide.stop()
  })
})

describe('without stand-ins', () => {
  it('nothing is pretended: no cards, no specimens, no post, and nothing of it is offered', async () => {
    const bare = await TestServer.start({ UPWOLD_STANDINS: '', UPWOLD_POST_ROOM_OPENS: 'no' })
    const maren = await signedIn(bare)
    expect(await maren.get('/api/session')).toMatchObject({ body: { standins: [], noMail: true } })
    const [card] = await server.rows('select id from standin_cards limit 1')
    for (const path of [`/standin/cards/${String(card?.id ?? 'x')}`, '/specimens/passport.png', '/paid/x'])
      expect([path, (await maren.get(path)).status]).toEqual([path, 404])
    expect((await maren.post('/api/callbacks/cards')).status).toBe(404)
    const made = await contractWith(maren)
    const { means } = await plan(maren, made.paper, (p) => ({
      people: p.people.map((x) => (x.memberId ? x : { ...x, reach: 'text' as const, phone: '+44 1632 960 112' })),
    }))
    expect(means).toEqual({ mail: false, text: false, identity: false })
    await expect(send(maren, made.paper)).rejects.toThrow('Texts can’t be sent from here')
    await plan(maren, made.paper, (p) => ({
      people: p.people.map((x) =>
        x.memberId
          ? x
          : {
              ...x,
              reach: 'email' as const,
              proof: {
                kind: 'document' as const,
                when: 'once' as const,
                tries: 3,
                selfie: false,
                live: false,
                tolerance: 'close' as const,
              },
            },
      ),
    }))
    await expect(send(maren, made.paper)).rejects.toThrow('Documents can’t be checked here')
    // By e-mail it goes, and waits until there is a way to send it; on the device it can be signed today.
    const job = await makeJob(maren)
    const quote = await makePaper(maren, job.id, 'quote')
    await send(maren, quote)
    await until(
      () =>
        bare.rows(`select last_error from outbox where kind = 'mail.ask' and done_at is null order by id desc limit 1`),
      ([r]) => String(r?.last_error).includes('No way to send mail'),
    )
    expect(await bare.rows('select 1 from messages where "to" = ?', [job.email])).toEqual([])
    await bare.stop()
  })
})

describe('a data folder of the main before', () => {
  it('opens, keeps its links and its people, and has nothing readable in it any more', async () => {
    const old = await TestServer.fromFixture('main-0007.tar.gz')
    const before = await old.rows(`select count(*) n from messages where text like '%/s/%'`)
    expect(Number(before[0]!.n)).toBeGreaterThan(10)
    const [sent] = await old.rows(
      `select id, text from messages where "to" = 'ines@marlow.example' and text like '%/s/%' order by id desc limit 1`,
    )
    const token = /\/s\/([\w-]{43})/.exec(String(sent!.text))![1]!
    await old.restart()
    const maren = await signedIn(old)
    expect((await viewOf(new Caller(old), token)).person.name).toBe('Ines Marlow')
    for (const text of await everyText(old)) expect(text, text.slice(0, 200)).not.toMatch(TOKEN)
    // Not even in pages of the file that are free again.
    await old.rows('pragma wal_checkpoint(truncate)')
    const file = readFileSync(join(old.folder, 'upwold.db')).toString('latin1')
    expect(file).not.toMatch(TOKEN)
    // The letter of then: by the day this is run on, a reminder may have followed it.
    expect(await maren.must('GET', `/api/post/${String(sent!.id)}`)).toMatchObject({
      closed: false,
      text: expect.stringContaining('[the link]'),
    })
    expect((await signedIn(old, STAFF)).cookie).toContain('upwold=')
    await old.stop()
  })
})

describe('an export', () => {
  it('is safe in a spreadsheet, whatever a cell begins with', async () => {
    const { toCsv } = await import('../../server/platform/csv')
    const bad = ['=1+1', '+1', '-1', '@x', '\t=1', '\r=1', '\n=1', ' =1', 'a\n=1+1', 'a\r\n@x', '\uFEFF=1', '|x', '%x']
    const csv = toCsv([bad, ['plain', 'a-b', '1 - 2', 'x=1', ...Array(9).fill('')]])
    const { default: Papa } = await import('papaparse')
    const [cells, rest] = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: true }).data
    expect(cells).toEqual(bad.map((c) => `'${c}`))
    expect(rest!.slice(0, 4)).toEqual(['plain', 'a-b', '1 - 2', 'x=1'])
    const folder = mkdtempSync(join(tmpdir(), 'upwold-csv-'))
    writeFileSync(join(folder, 'a.csv'), csv)
    const python =
      "import csv,sys; print([r for r in csv.reader(open(sys.argv[1], newline='', encoding='utf-8-sig'))][0] == eval(sys.argv[2]))"
    const out = execFileSync(
      'python3',
      ['-c', python, join(folder, 'a.csv'), JSON.stringify(bad.map((c) => `'${c}`))],
      { encoding: 'utf8' },
    )
    expect(out.trim()).toBe('True')
  })
})
