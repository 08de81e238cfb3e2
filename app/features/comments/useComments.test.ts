import { describe, expect, it } from 'vitest'
import type { CommentView } from '~~/shared/comments'
import { freshStores } from '../../../tests/support/stores'
import { useNotices } from '../../composables/notices'
import { useComments } from './useComments'

const said = (id: string, over: Partial<CommentView> = {}): CommentView => ({
  ...{ id, by: 'Jonah Pike', words: id, at: '2026-06-01T10:00:00Z', block: null, resolved: false, answers: [] },
  ...over,
})
async function beside() {
  const there = [said('a', { block: 'b1' }), said('b', { resolved: true })]
  const server = freshStores({
    'GET /api/comments': () => there,
    'POST /api/comments': ({ body }) => {
      const { words, answers } = body as { words: string; answers?: string }
      if (answers) there.find((c) => c.id === answers)!.answers.push({ id: 'x', by: 'Maren', words, at: '' })
      else there.push(said(words))
      return { id: 'x' }
    },
    'PATCH /api/comments/*': ({ path, body }) => {
      Object.assign(
        there.find((c) => path.endsWith(`/${c.id}`))!,
        body,
      )
      return { ok: true }
    },
  })
  const comments = useComments()
  await server.inPage(() => comments.show('paper', 'p1'))
  return { comments, ...server }
}

describe('what members say beside a paper', () => {
  it('is read for that paper, what rests apart from what is open', async () => {
    const { comments, sent } = await beside()
    expect([comments.open.map((c) => c.id), comments.rested.map((c) => c.id)]).toEqual([['a'], ['b']])
    expect(sent('GET')[0]).toMatchObject({ query: { on: 'paper', of: 'p1' } })
  })

  it('is said about a block, and answered', async () => {
    const { comments, sent } = await beside()
    await comments.say('Is this ours to promise?', { block: 'b2' })
    await comments.say('It is.', { answers: 'a' })
    expect(sent('POST').map((s) => s.body)).toMatchObject([
      { on: 'paper', of: 'p1', block: 'b2', words: 'Is this ours to promise?' },
      { answers: 'a', words: 'It is.' },
    ])
    expect(comments.open.map((c) => [c.id, c.answers.length])).toEqual([
      ['a', 1],
      ['Is this ours to promise?', 0],
    ])
  })

  it('rests when it is settled, with the way back', async () => {
    const { comments } = await beside()
    await comments.resolve(comments.open[0]!, true)
    expect(comments.open).toEqual([])
    await useNotices().now!.undo!()
    expect(comments.open.map((c) => c.id)).toEqual(['a'])
  })
})
