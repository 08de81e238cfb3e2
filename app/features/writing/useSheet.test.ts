// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { PaperDocument } from '~~/core/document/model'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useNotices } from '../../composables/notices'
import { useSheet } from './useSheet'

const laidOut = vi.hoisted(() => ({ asked: 0, stopped: 0 }))
vi.mock('./pages', () => ({
  usePages: () => ({
    ask: () => void (laidOut.asked += 1),
    start: () => {},
    stop: () => void (laidOut.stopped += 1),
  }),
}))
vi.mock('./images', () => ({
  imageFrom: async (file: File) => {
    if (file.name === 'broken.png') throw new Error('This is no picture.')
    return { attrs: { src: 'data:image/png;base64,AA==', alt: file.name }, words: 'It was made smaller.' }
  },
}))

const saying = (text: string): PaperDocument => ({
  title: 'Hire contract',
  language: 'en-GB',
  parties: [{ key: 'client', label: 'Client' }],
  header: [],
  footer: [],
  body: [{ t: 'paragraph', id: 'b1', content: [{ t: 'text', text }] }],
})
async function opened() {
  const held = {
    revision: 1,
    name: 'Hire contract',
    kind: 'contract',
    folder: '',
    updatedAt: '2026-06-01T10:00:00Z',
    document: saying('Be kind.'),
    context: { values: {}, lists: {} },
    figures: null,
    clauses: [],
    kept: [],
  }
  const steps: { revision: number; document: PaperDocument }[] = []
  const server = freshStores({
    'GET /api/templates/*/steps/*': ({ path }) => {
      const step = steps.findLast((x) => x.revision < Number(path.split('/').at(-1)))
      if (!step) throw refusal(404, 'not-found', 'There is no such step.')
      return step
    },
    'GET /api/templates/*': ({ path }) => ({ ...held, id: path.split('/').at(-1) }),
    'PATCH /api/templates/*': ({ body }) => {
      const { revision, document, aside, ...more } = body as typeof held & { aside?: string }
      if (document && aside === undefined && revision !== held.revision)
        throw refusal(409, 'stale', 'Another window was ahead.', { aside: 'v9' })
      if (document) steps.push({ revision: held.revision, document: held.document })
      held.revision += 1
      if (document) held.document = document
      Object.assign(held, more)
      return { revision: held.revision }
    },
    'POST /api/templates': () => ({ id: 'mine' }),
  })
  const sheet = useSheet()
  await sheet.open('t')
  return { sheet, held, ...server }
}
const textOf = (d: PaperDocument) => JSON.stringify(d.body.map((b) => ('content' in b ? b.content : [])))

describe('the sheet of a template', () => {
  beforeEach(() => {
    vi.useFakeTimers()
  })
  afterEach(async () => {
    await useSheet().leave()
    vi.useRealTimers()
  })
  const rest = () => vi.advanceTimersByTimeAsync(800)
  /** Writes at the beginning of the paragraph. */
  function write(sheet: ReturnType<typeof useSheet>, text: string): void {
    let at = 0
    sheet.editor!.state.doc.descendants((node, pos) => {
      if (node.attrs.id === 'b1') at = pos + 1
    })
    sheet.editor!.view.dispatch(sheet.editor!.state.tr.insertText(text, at))
  }

  it('has what the server has, before and after it is written on', async () => {
    const { sheet } = await opened()
    expect(textOf(sheet.current())).toContain('Be kind.')
    sheet.start()
    expect(textOf(sheet.current())).toContain('Be kind.')
    expect([sheet.saved, sheet.savedAt]).toEqual(['saved', '2026-06-01T10:00:00Z'])
  })

  it('is kept a moment after the last stroke, and not where nothing changed', async () => {
    const { sheet, held, sent } = await opened()
    sheet.start()
    write(sheet, 'Always ')
    expect(sheet.saved).toBe('saving')
    await rest()
    expect(textOf(held.document)).toContain('Always Be kind.')
    expect([sheet.saved, sent('PATCH').length]).toEqual(['saved', 1])
    sheet.setBase({})
    await rest()
    expect(sent('PATCH')).toHaveLength(1)
  })

  it('goes back beyond this sitting, step by step, and says when there is nothing before', async () => {
    const { sheet, held } = await opened()
    sheet.start()
    for (const word of ['Always ', 'Truly ']) {
      write(sheet, word)
      await rest()
    }
    await sheet.open('t')
    sheet.start()
    await rest()
    await sheet.undo()
    expect(textOf(sheet.current())).toContain('Always')
    expect(textOf(sheet.current())).not.toContain('Truly')
    expect(useNotices().now!.words).toBe('Back to what was saved before.')
    await sheet.undo()
    await rest()
    expect(textOf(held.document)).toContain('"Be kind."')
    await sheet.undo()
    expect(useNotices().now!.words).toBe('There is nothing to undo.')
    // What is written then is what is undone first.
    write(sheet, 'Again ')
    await sheet.undo()
    expect(textOf(sheet.current())).toContain('"Be kind."')
  })

  it('takes back and puts there again within a sitting', async () => {
    const { sheet } = await opened()
    sheet.start()
    write(sheet, 'Always ')
    void sheet.undo()
    expect(textOf(sheet.current())).not.toContain('Always')
    sheet.redo()
    expect(textOf(sheet.current())).toContain('Always')
  })

  it('sets aside what is written while another window is ahead, and takes theirs when it is wanted', async () => {
    const { sheet, held, sent } = await opened()
    sheet.start()
    held.revision = 5
    held.document = saying('Be brave.')
    write(sheet, 'Always ')
    await rest()
    expect([sheet.saved, sheet.told]).toEqual(['set aside', 'Another window was ahead.'])
    write(sheet, 'More ')
    await rest()
    expect(sent('PATCH').at(-1)!.body).toMatchObject({ aside: 'v9' })
    held.document = saying('Be brave.')
    await sheet.takeTheirs()
    await rest()
    expect(textOf(sheet.current())).toContain('Be brave.')
    expect([sheet.saved, sheet.told]).toEqual(['saved', ''])
  })

  it('goes on as a template of its own, under a name that can be told from it', async () => {
    const { sheet, sent } = await opened()
    sheet.start()
    write(sheet, 'Always ')
    expect(await sheet.keepMine()).toBe('mine')
    const { name, document } = sent('POST')[0]!.body as { name: string; document: PaperDocument }
    expect(name).toBe('Hire contract, my copy')
    expect(textOf(document)).toContain('Always')
    expect(sheet.waits()).toBe(true)
  })

  it('is renamed and moved without its text', async () => {
    const { sheet, sent, held } = await opened()
    await sheet.rename({ name: 'Hire terms', folder: 'Hire' })
    expect([sheet.view.name, held.folder]).toEqual(['Hire terms', 'Hire'])
    expect(sent('PATCH')[0]!.body).not.toHaveProperty('document')
  })

  it('changes what isn’t text, with the text that is there', async () => {
    const { sheet, held } = await opened()
    sheet.start()
    write(sheet, 'Always ')
    sheet.setBase({ parties: [...sheet.base.parties, { key: 'guest', label: 'Guest' }] })
    await sheet.flush()
    expect(held.document.parties.map((p) => p.key)).toEqual(['client', 'guest'])
    expect(textOf(held.document)).toContain('Always')
  })

  it('asks for a value no more, takes it off the text, and brings both back', async () => {
    const { sheet, held } = await opened()
    held.document = {
      ...saying('The code is '),
      asks: [{ key: 'gate', label: 'Gate code', type: 'text', required: true }],
    }
    held.document.body.push({ t: 'paragraph', id: 'b2', content: [{ t: 'value', path: 'paper.gate' }] })
    await sheet.open('t2')
    sheet.start()
    sheet.askNoMore('gate')
    await sheet.flush()
    expect(held.document.asks).toEqual([])
    expect(textOf(held.document)).not.toContain('paper.gate')
    useNotices().now!.undo!()
    await sheet.flush()
    expect(held.document.asks).toHaveLength(1)
    expect(textOf(held.document)).toContain('paper.gate')
  })

  it('gives the first page a beginning and an end of its own, and brings back what was written there', async () => {
    const { sheet, held } = await opened()
    sheet.start()
    sheet.ownHeads('first', true)
    await sheet.flush()
    expect(held.document.first).toEqual({ header: [], footer: [] })
    sheet.editor!.commands.insertContentAt(2, 'Larkmoor Saunas')
    sheet.ownHeads('first', true)
    await sheet.flush()
    expect(JSON.stringify(held.document.first!.header)).toContain('Larkmoor Saunas')
    sheet.ownHeads('first', false)
    await sheet.flush()
    expect(held.document).not.toHaveProperty('first')
    expect(textOf(held.document)).toContain('Be kind.')
    useNotices().now!.undo!()
    await sheet.flush()
    expect(JSON.stringify(held.document.first!.header)).toContain('Larkmoor Saunas')
  })

  it('rewords one block, as a note’s cure does', async () => {
    const { sheet } = await opened()
    sheet.start()
    sheet.reword('b1', [{ type: 'text', text: 'Be fair.' }])
    expect(textOf(sheet.current())).toContain('Be fair.')
    expect(textOf(sheet.current())).not.toContain('Be kind.')
    sheet.goTo('b1')
    expect(sheet.editor!.state.selection.from).toBeGreaterThan(0)
  })

  it('takes pictures in, and says of each that can’t be why', async () => {
    const { sheet } = await opened()
    sheet.start()
    await sheet.takePictures([new File([''], 'broken.png')])
    expect(useNotices().now).toMatchObject({ trouble: true, words: 'This is no picture.' })
    sheet.goTo('b1')
    await sheet.takePictures([new File([''], 'lake.png')])
    expect(JSON.stringify(sheet.current().body)).toContain('lake.png')
    expect(useNotices().now!.words).toBe('It was made smaller.')
  })

  it('keeps what waits before it is left, and can’t be written on then', async () => {
    const { sheet, held } = await opened()
    sheet.start()
    write(sheet, 'Always ')
    await sheet.leave()
    expect(textOf(held.document)).toContain('Always')
    expect(sheet.editor).toBeNull()
    expect(laidOut.stopped).toBeGreaterThan(0)
  })
})
