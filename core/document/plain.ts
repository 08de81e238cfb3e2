import type { Block, Inline } from './model'

/** A run of text as it stands, bold where it is asked for. Nothing in it is read as a value. */
export const run = (text: string, bold = false): Inline => ({ t: 'text', text, ...(bold ? { marks: ['bold'] } : {}) })

/** A paragraph of runs. */
export const para = (content: Inline[], more: Partial<Extract<Block, { t: 'paragraph' }>> = {}): Block => ({
  t: 'paragraph',
  content,
  ...more,
})

/** What stands in a cell of a table: one run of text. */
export const cell = (text: string, bold = false): Block[] => [para([run(text, bold)])]
