import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { useBringing } from './useBringing'

const look = (means: string[]) => ({
  of: 'csv',
  encoding: 'utf-8',
  columns: means.map((m, i) => ({ head: `c${i}`, means: m, samples: [] })),
  counts: { new: 2, same: 0, repeated: 0, wrong: 0 },
  rows: [],
  left: 0,
})

describe('bringing people in', () => {
  it('looks, puts columns right one meaning each, brings in once and undoes', async () => {
    const { inPage, sent } = freshStores({
      'GET /api/contacts/imports': () => ({ imports: [] }),
      'POST /api/contacts/file': () => ({ sha: 'a'.repeat(64) }),
      'POST /api/contacts/look': ({ body }) =>
        look((body as { means?: string[] }).means ?? ['name', 'email', 'nothing']),
      'POST /api/contacts/imports': () => ({ id: 'k', added: 2, filled: 0, left: 0 }),
      'DELETE /api/contacts/imports/k': () => ({ removed: 2, kept: 0 }),
    })
    const bringing = useBringing('people')
    inPage(() => bringing.follow())
    await bringing.take(new Blob(['x']))
    expect(bringing.look?.columns.map((c) => c.means)).toEqual(['name', 'email', 'nothing'])
    await bringing.setMeans(2, 'email')
    expect(bringing.look?.columns.map((c) => c.means)).toEqual(['name', 'nothing', 'email'])
    expect(await bringing.bring('fill')).toMatchObject({ added: 2 })
    expect(bringing.look).toBeNull()
    const [given] = sent('POST').filter((a) => a.path === '/api/contacts/imports')
    expect(given!.body).toMatchObject({ same: 'fill', means: ['name', 'nothing', 'email'] })
    expect(await bringing.undo('k')).toEqual({ removed: 2, kept: 0 })
  })
})
