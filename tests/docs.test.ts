import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'

const pages = [
  'README.md',
  ...(readdirSync('docs', { recursive: true }) as string[]).map((f) => join('docs', f)),
].filter((f) => f.endsWith('.md'))

describe.each(pages)('%s', (page) => {
  const text = readFileSync(page, 'utf8')

  it('names only files and folders there are', () => {
    const named = [...text.matchAll(/`((?:app|core|server|shared|scripts|tests|demo|docs)\/[\w./[\]-]+)`/g)].map(
      (m) => m[1]!,
    )
    expect(named.filter((f) => !existsSync(f))).toEqual([])
  })

  it('leads only to pages and pictures there are', () => {
    const links = [...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map((m) => m[1]!)
    expect(links.filter((l) => !existsSync(join(dirname(page), l)))).toEqual([])
  })
})
