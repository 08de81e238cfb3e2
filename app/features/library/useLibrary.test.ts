import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { useLibrary } from './useLibrary'

async function followed() {
  const templates = [
    { id: 't', name: 'Hire contract', archivedAt: null as string | null, folder: '' },
    { id: 'u', name: 'Old terms', archivedAt: '2026-01-01T00:00:00Z', folder: '' },
  ]
  const server = freshStores({
    'GET /api/library': () => ({ kinds: [{ id: 'k' }], catalogue: [{ id: 'c' }], clauses: [{ id: 'l' }], templates }),
    'POST /api/templates': ({ body }) => {
      const { name } = body as { name: string }
      templates.push({ id: `made-${templates.length}`, name, archivedAt: null, folder: '' })
      return { id: templates.at(-1)!.id }
    },
    'POST /api/templates/bring*': () => ({ name: 'Terms' }),
    'PATCH /api/templates/t': ({ body }) => {
      const { archived, folder } = body as { archived?: boolean; folder?: string }
      if (archived !== undefined) templates[0]!.archivedAt = archived ? '2026-06-01T00:00:00Z' : null
      if (folder !== undefined) templates[0]!.folder = folder
      return { revision: 1 }
    },
  })
  const library = useLibrary()
  server.inPage(() => library.follow())
  await library.load()
  return { library, ...server }
}

describe('the library', () => {
  it('is empty lists until it is there', () => {
    freshStores()
    const { kinds, items, templates, live, clauses } = useLibrary()
    expect([kinds, items, templates, live, clauses]).toEqual([[], [], [], [], []])
  })

  it('offers for new papers what isn’t put away', async () => {
    const { library } = await followed()
    expect(library.live.map((t) => t.id)).toEqual(['t'])
    expect([library.kinds.length, library.items.length, library.clauses.length]).toEqual([1, 1, 1])
  })

  it('makes a template, where it is to be', async () => {
    const { library, sent } = await followed()
    expect(await library.makeTemplate('Hire')).toMatch(/^made-/)
    expect(sent('POST').at(-1)!.body).toMatchObject({ folder: 'Hire', kind: 'contract' })
  })

  it('duplicates one under a name that can be told from it, and as long as a name may be', async () => {
    const { library } = await followed()
    const id = await library.duplicate({ ...library.live[0]!, name: 'x'.repeat(120) })
    expect(library.live.find((t) => t.id === id)!.name).toHaveLength(120)
    await library.duplicate(library.live[0]!)
    expect(library.live.at(-1)!.name).toBe('Hire contract, copy')
  })

  it('puts one away and brings it back, and moves it to a folder', async () => {
    const { library } = await followed()
    await library.change('t', { archived: true })
    expect(library.live).toEqual([])
    await library.change('t', { archived: false })
    await library.change('t', { folder: 'Hire' })
    expect(library.live.map((t) => t.folder)).toEqual(['Hire'])
  })

  it('reads a file under its name, and keeps nothing', async () => {
    const { library, sent } = await followed()
    const before = library.templates.length
    await library.bring(new File(['x'], 'Terms & more.docx'))
    expect(sent('POST').at(-1)!.path).toBe('/api/templates/bring?name=Terms+%26+more.docx&changes=taken')
    expect(library.templates).toHaveLength(before)
  })
})
