import { beforeEach, describe, expect, it, vi } from 'vitest'
import { question } from '~~/core/standing-links/model'
import type { OpenLink } from '~~/shared/out/standing-links'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useOpen } from './useOpen'

const QUESTIONS = [
  question.parse({ key: 'swims', type: 'choice', label: 'Swims', options: ['yes', 'no'] }),
  question.parse({
    key: 'help',
    type: 'text',
    label: 'Help',
    page: 2,
    show: { field: 'swims', is: 'equal', value: 'no' },
  }),
  question.parse({ key: 'from', type: 'text', label: 'From', page: 3, usual: 'a friend', required: false }),
]
const VIEW = { name: 'Swim', questions: QUESTIONS, asks: { born: true } } as unknown as OpenLink

beforeEach(() => {
  const kept = new Map<string, string>()
  vi.stubGlobal('sessionStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k),
  })
})

function opened(answer: () => unknown = () => ({ path: '/s/x' })) {
  const server = freshStores({ 'POST /api/open/tok*': answer })
  const open = useOpen()
  open.open('tok', VIEW)
  open.typed.who.name = 'Yuki Sato'
  return { open, ...server }
}
const ids = (asked: { body?: unknown }[]) => asked.map((a) => (a.body as { id: string }).id)

describe('what a visitor types', () => {
  it('is asked page by page, and only what its rules ask for', () => {
    const { open } = opened()
    expect(open.pages).toEqual([1, 3])
    open.typed.answers.swims = 'no'
    expect(open.pages).toEqual([1, 2, 3])
    open.page = 2
    expect(open.here.map((q) => q.key)).toEqual(['help'])
    expect(open.last).toBe(false)
    open.page = 3
    expect(open.last).toBe(true)
    expect(open.problems.map((p) => p.key)).toEqual(['help'])
    expect(open.typed.answers.from).toBe('a friend')
  })

  it('is sent once with one id, however often it is pressed; somebody else on the phone is another answer', async () => {
    const { open, sent } = opened()
    open.typed.answers = { swims: 'yes', help: 'typed before it wasn’t asked' }
    expect(await open.send('en')).toBe('/s/x')
    await open.send('en')
    expect(new Set(ids(sent('POST'))).size).toBe(1)
    expect(sent('POST')[0]!.body).toMatchObject({ name: 'Yuki Sato', answers: { swims: 'yes' } })
    expect(sent('POST')[0]!.query).toEqual({ lang: 'en' })
    open.typed.who.name = 'Bram Ostrowski'
    await open.send('en')
    expect(new Set(ids(sent('POST'))).size).toBe(2)
    open.again()
    expect([open.typed.who.name, open.page]).toEqual(['', 0])
  })

  it('keeps its id when it was refused, so that trying again begins nothing twice', async () => {
    let times = 0
    const { open, sent } = opened(() => {
      times += 1
      if (times === 1) throw refusal(409, 'not-now', 'There is no place left.')
      return { path: '/s/y' }
    })
    await expect(open.send('en')).rejects.toThrow('no place')
    expect(await open.send('en')).toBe('/s/y')
    expect(new Set(ids(sent('POST'))).size).toBe(1)
  })

  it('names children one by one, and comes alone again when the last is taken away', () => {
    const { open } = opened()
    open.addChild()
    open.addChild()
    open.typed.who.own = false
    open.takeChild(0)
    expect([open.typed.who.children.length, open.typed.who.own]).toEqual([1, false])
    open.takeChild(0)
    expect([open.typed.who.children.length, open.typed.who.own]).toEqual([0, true])
  })
})
