import { describe, expect, it } from 'vitest'
import { effectScope, nextTick, reactive, ref } from 'vue'
import { tagOf } from '~~/shared/tag'
import { ApiProblem } from './api'
import { useKept } from './kept'

interface Facts {
  name: string
}
function page(first: Facts | undefined) {
  const kept = ref(first)
  const form = reactive({ name: '' })
  const scope = effectScope()
  const { send } = scope.run(() =>
    useKept({ kept: () => kept.value, form: () => form, take: (k) => Object.assign(form, k) }),
  )!
  return { kept, form, send }
}
const stale = new ApiProblem('Somebody changed it', 409, 'stale', {}, {})

describe('a form of something that is kept', () => {
  it('shows what is kept as soon as it is there, and what others keep as long as nothing is typed', async () => {
    const { kept, form } = page(undefined)
    expect(form.name).toBe('')
    kept.value = { name: 'Larkmoor' }
    await nextTick()
    expect(form.name).toBe('Larkmoor')
    kept.value = { name: 'Larkmoor Saunas' }
    await nextTick()
    expect(form.name).toBe('Larkmoor Saunas')
  })

  it('keeps what is typed when others keep something; sending says what it was made of', async () => {
    const { kept, form, send } = page({ name: 'Larkmoor' })
    form.name = 'Mine'
    kept.value = { name: 'Theirs' }
    await nextTick()
    expect(form.name).toBe('Mine')
    const sent: (string | undefined)[] = []
    const refused = send((h) => {
      sent.push(h['if-match'])
      return Promise.reject(stale)
    })
    await expect(refused).rejects.toBe(stale)
    expect(form.name).toBe('Mine')
    // Once it was said, sending again means it.
    await send((h) => {
      sent.push(h['if-match'])
      kept.value = { name: 'Mine' }
      return Promise.resolve()
    })
    expect(sent).toEqual([tagOf({ name: 'Larkmoor' }), '*'])
  })

  it('is what is kept again after it was sent: the next sending is made of that', async () => {
    const { kept, form, send } = page({ name: 'Larkmoor' })
    form.name = 'First'
    await send(async () => {
      kept.value = { name: 'First' }
      await nextTick()
    })
    form.name = 'Second'
    let seen: string | undefined
    await send((h) => Promise.resolve((seen = h['if-match'])))
    expect(seen).toBe(tagOf({ name: 'First' }))
  })

  it('keeps what is typed when it could not be sent', async () => {
    const { kept, form, send } = page({ name: 'Larkmoor' })
    form.name = 'Typed'
    await expect(send(() => Promise.reject(new Error('offline')))).rejects.toThrow('offline')
    kept.value = { name: 'Theirs' }
    await nextTick()
    expect(form.name).toBe('Typed')
  })
})
