import { ref } from 'vue'

/** Steps that can be taken back. */
const STEPS = 200
/** Changes with the same word within this time are one step. */
const TOGETHER_MS = 900
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** Undo and redo of what is held, one step a change. `held` gives a copy of what there is, `put` puts it there. */
export function useHistory<H>(held: () => H, put: (next: H) => void) {
  const past: H[] = []
  const future: H[] = []
  const canUndo = ref(false)
  const canRedo = ref(false)
  let last = { word: '', at: 0 }
  function show(next: H): void {
    put(next)
    canUndo.value = past.length > 0
    canRedo.value = future.length > 0
  }
  function step(from: H[], to: H[]): void {
    const h = from.pop()
    if (!h) return
    to.push(held())
    last = { word: '', at: 0 }
    show(h)
  }
  return {
    canUndo,
    canRedo,
    undo: () => step(past, future),
    redo: () => step(future, past),
    /** Makes one change that one undo takes back. Changes with the same word in quick succession are one. */
    change(what: (h: H) => void, word = ''): void {
      const before = held()
      const now = performance.now()
      const goesOn = word !== '' && word === last.word && now - last.at < TOGETHER_MS
      last = { word, at: now }
      if (!goesOn) past.push(before)
      if (past.length > STEPS) past.shift()
      future.length = 0
      const next = plain(before)
      what(next)
      show(next)
    },
    /** Changes every step there is to go back to or on to: undo goes past what nobody did. */
    everywhere(what: (h: H) => void): void {
      for (const h of [...past, ...future]) what(h)
    },
    forget(): void {
      past.length = future.length = 0
      canUndo.value = canRedo.value = false
    },
  }
}
