import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useNotices } from './notices'

describe('what is said at the bottom of the screen', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
  })
  afterEach(() => void vi.useRealTimers())

  it('is one thing at a time, the newest', () => {
    const notices = useNotices()
    notices.say('First')
    notices.say('Second')
    expect(notices.now).toMatchObject({ words: 'Second', trouble: false, undo: null })
  })

  it.each([
    ['words alone', {}, 5000],
    ['trouble', { trouble: true }, 9000],
    ['what can be undone', { undo: () => {} }, 12_000],
  ])('%s stays as long as it takes to read, and to act', (_, options, stays) => {
    const notices = useNotices()
    notices.say('Kept.', options)
    vi.advanceTimersByTime(stays - 1)
    expect(notices.now).not.toBeNull()
    vi.advanceTimersByTime(1)
    expect(notices.now).toBeNull()
  })

  it('is not cut short by the time of what it replaced', () => {
    const notices = useNotices()
    notices.say('First')
    vi.advanceTimersByTime(4000)
    notices.say('Second')
    vi.advanceTimersByTime(4000)
    expect(notices.now?.words).toBe('Second')
  })

  it('is gone when it is dropped, and stays gone', () => {
    const notices = useNotices()
    notices.say('First', { undo: () => {} })
    notices.drop()
    vi.advanceTimersByTime(60_000)
    expect(notices.now).toBeNull()
  })

  it('tells a refusal in its own words', () => {
    const notices = useNotices()
    notices.trouble(new Error('This link has ended.'))
    expect(notices.now).toMatchObject({ words: 'This link has ended.', trouble: true })
    notices.trouble('anything else')
    expect(notices.now?.words).toBe('That did not work. Please try again.')
  })
})
