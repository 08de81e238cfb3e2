import { readFileSync } from 'node:fs'
import { signedIn } from '../../tests/support/caller'
import { jpegs, letters, pdfs, pictures } from '../../tests/support/hostile'
import type { TestServer } from '../../tests/support/server'

export interface Withstood {
  files: number
  /** The file whose refusal took longest, and its milliseconds. */
  slowest: { name: string; ms: number }
  /** Files that were not refused. */
  taken: string[]
  /** Milliseconds of others' requests, before and meanwhile. */
  before: number[]
  others: number[]
  /** The most memory the process has had, in bytes. */
  peak: number
}

/** Gives a server files made to hurt it, two at a time, while somebody else goes on looking at their screens. */
export async function withstand(server: TestServer): Promise<Withstood> {
  const files = [...pictures(), ...jpegs(), ...letters(), ...pdfs()]
  const owner = await signedIn(server)
  const giver = await signedIn(server)
  const PATHS = ['/api/today', '/api/jobs', '/api/papers', '/api/money']
  const watch = async (list: number[], going: () => boolean) => {
    for (let i = 0; going(); i += 1) {
      const began = performance.now()
      await owner.must('GET', PATHS[i % PATHS.length]!)
      list.push(performance.now() - began)
      await new Promise((resolve) => setTimeout(resolve, 25))
    }
  }
  const before: number[] = []
  await watch(before, () => before.length < 40)
  const others: number[] = []
  let going = true
  const watching = watch(others, () => going)
  let slowest = { name: '', ms: 0 }
  const taken: string[] = []
  const next = [...files]
  const give = async () => {
    for (let h = next.shift(); h; h = next.shift()) {
      const began = performance.now()
      const { status } = await giver.upload(`/api/files?name=${h.name}`, h.bytes)
      const ms = performance.now() - began
      if (ms > slowest.ms) slowest = { name: h.name, ms }
      if (status < 400) taken.push(h.name)
    }
  }
  await Promise.all([give(), give()])
  going = false
  await watching
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8')
  return { files: files.length, slowest, taken, before, others, peak: Number(/VmHWM:\s+(\d+)/.exec(status)![1]) * 1024 }
}
