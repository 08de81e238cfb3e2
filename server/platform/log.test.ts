import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

describe('the log', () => {
  const lines: string[] = []
  beforeEach(() => {
    lines.length = 0
    vi.stubEnv('NODE_ENV', 'production')
    vi.spyOn(process.stdout, 'write').mockImplementation((line) => {
      lines.push(String(line))
      return true
    })
  })
  afterEach(() => {
    vi.restoreAllMocks()
    vi.unstubAllEnvs()
  })

  it('is JSON, one a line, with its level and the request it belongs to', async () => {
    const { log, toldWith, requestId } = await import('./log')
    await toldWith({ request: 'r1' }, async () => {
      await Promise.resolve()
      log.warn({ n: 1 }, 'late')
      expect(requestId()).toBe('r1')
    })
    log.info('outside')
    const [inside, outside] = lines.map((l) => JSON.parse(l) as Record<string, unknown>)
    expect(inside).toMatchObject({ level: 'warn', msg: 'late', n: 1, request: 'r1' })
    expect(Date.parse(String(inside!.time))).not.toBeNaN()
    expect(outside).not.toHaveProperty('request')
  })

  it('keeps what a query was run with to itself', async () => {
    const { log } = await import('./log')
    log.error({ err: new Error('Failed query: select 1\nparams: ines@marlow.example') }, 'no')
    expect(lines.join()).toContain('Failed query')
    expect(lines.join()).not.toContain('ines@')
  })

  it('is words where somebody develops', async () => {
    vi.stubEnv('NODE_ENV', 'development')
    const { log, toldWith } = await import('./log')
    toldWith({ errand: 'seal:1' }, () => log.error({ err: new Error('torn') }, 'An errand failed'))
    expect(lines[0]).toMatch(/^\d\d:\d\d:\d\d error An errand failed \{"errand":"seal:1"\}\nError: torn/)
  })
})
