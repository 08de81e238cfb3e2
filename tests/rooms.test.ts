import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { arrowsIn, circles } from '../scripts/arrows'
import { PICTURE, pictureNow, pictureOf } from '../scripts/picture'
import { LAYERS, forbiddenFor, layersAbove, roomOf } from '../scripts/rooms.mjs'

const arrows = arrowsIn(LAYERS.map((l) => l.path))
const layerOf = (file: string) => file.split('/')[0]!

describe('the rooms', () => {
  test('no file imports from a layer above its own', () => {
    const up = arrows.filter((a) => layersAbove(layerOf(a.from)).some((l) => l.path === layerOf(a.to)))
    expect(up).toEqual([])
  })

  test('no room of the server imports from one above it or beside it', () => {
    const up = arrows.filter((a) => {
      const [from, to] = [roomOf(a.from), roomOf(a.to)]
      return from && a.to.startsWith('server/') && (!to || forbiddenFor(from).some((r) => r.path === to))
    })
    expect(up).toEqual([])
  })

  test('every file of the server stands in a room', () => {
    const files = new Set(arrows.flatMap((a) => [a.from, a.to]))
    expect([...files].filter((f) => f.startsWith('server/') && !roomOf(f))).toEqual([])
  })

  test('no files lead back to themselves', () => {
    expect(circles(arrows)).toEqual([])
  })

  test('the picture shows them as they are', () => {
    expect(readFileSync(PICTURE, 'utf8'), 'Draw it anew: npm run picture').toBe(pictureNow())
  })
})

describe('what finds them', () => {
  test('sees a circle, and an arrow that points up', () => {
    const up = { from: 'server/chain/a.ts', to: 'server/views/b.ts' }
    expect(circles([up, { from: up.to, to: up.from }, { from: 'x', to: 'y' }])).toEqual([[up.from, up.to]])
    expect(pictureOf([up])).toContain('#a4471f')
    expect(pictureOf([{ from: up.to, to: up.from }])).not.toContain('#a4471f')
  })

  test('reads what is imported for its types alone', () => {
    expect(arrows).toContainEqual({ from: 'server/chain/record.ts', to: 'core/rounds/rounds.ts' })
    expect(arrows.some((a) => a.from.endsWith('.vue') && a.to.startsWith('core/'))).toBe(true)
  })
})
