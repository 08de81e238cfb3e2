import { describe, expect, it } from 'vitest'
import { useLookup } from './lookup'

/** A lookup whose answers come when they are told to. */
function asking() {
  const waiting: ((list: string[]) => void)[] = []
  const lookup = useLookup(() => new Promise<string[]>((resolve) => waiting.push(resolve)))
  return { waiting, ...lookup }
}

describe('looking something up while one types', () => {
  it('shows the newest answer, whichever comes last', async () => {
    const { waiting, found, look } = asking()
    const [first, second] = [look(), look()]
    waiting[1]!(['new'])
    await second
    waiting[0]!(['old'])
    await first
    expect(found.value).toEqual(['new'])
  })

  it('waits for the answer to what stands there, even if it is asked again meanwhile', async () => {
    const { waiting, look, settled } = asking()
    void look()
    const chosen = settled()
    void look()
    waiting[0]!(['old'])
    waiting[1]!(['new'])
    expect(await chosen).toBe('new')
  })

  it('finds nothing where nothing can be asked', async () => {
    const { found, look, settled } = useLookup<string>(() => Promise.reject(new Error('offline')))
    void look()
    expect(await settled()).toBeUndefined()
    expect(found.value).toEqual([])
  })
})
