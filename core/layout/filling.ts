import type { Box } from './types'

/** How high a box stands in its column: without the room above it where it is the first, but under its table's head. */
const heightAt = (box: Box, first: boolean): number =>
  box.height + (first ? (box.head && box.head !== box ? box.head.height : 0) : box.gap)

/** The height that must fit together with box `i`: itself and what it must stay with, or itself alone if that is more than a page. */
export function chain(boxes: readonly Box[], i: number, page: number): number {
  let height = boxes[i]!.height
  for (let k = i; boxes[k]!.keepNext && k + 1 < boxes.length && !boxes[k + 1]!.breakBefore; k += 1) {
    height += boxes[k + 1]!.gap + boxes[k + 1]!.height
    if (height > page) return boxes[i]!.height
  }
  return height
}

/** Boxes in columns: the first of each and the one after its last; `next` is where the rest begins. */
export interface Filled {
  columns: [number, number][]
  next: number
}

/**
 * Fills columns of a height, in points, one after the other with the boxes from `from` on, up to a box that begins a page.
 * The first takes one box at least, however high. A column break is a page's where there is one column.
 * `page` is the height above which boxes that should stay together may be parted.
 */
export function fillColumns(
  boxes: readonly Box[],
  from: number,
  { count, height, page }: { count: number; height: number; page: number },
): Filled {
  const columns: [number, number][] = []
  const ends = (i: number) => i >= boxes.length || (i > from && !!boxes[i]!.breakBefore)
  let i = from
  while (columns.length < count && !ends(i)) {
    if (columns.length && heightAt(boxes[i]!, true) > height + 0.01) break
    const start = i
    let used = 0
    do {
      used += heightAt(boxes[i]!, i === start)
      i += 1
    } while (!ends(i) && !boxes[i]!.columnBefore && used + boxes[i]!.gap + chain(boxes, i, page) <= height + 0.01)
    columns.push([start, i])
  }
  return { columns, next: i }
}

/** How high the boxes from `from` to before `to` stand in a column. */
const columnHeight = (boxes: readonly Box[], from: number, to: number): number =>
  boxes.slice(from, to).reduce((sum, box, i) => sum + heightAt(box, i === 0), 0)

/** How many times a height is halved to find the least one: to a hundredth of a point on any sheet. */
const HALVINGS = 16

/**
 * The same, with columns about as high as each other where all of what comes up to the next page fits: they are as low as
 * they can be.
 */
export function balancedColumns(
  boxes: readonly Box[],
  from: number,
  room: { count: number; height: number; page: number },
): Filled {
  const whole = fillColumns(boxes, from, room)
  const all = whole.next === boxes.length || !!boxes[whole.next]!.breakBefore
  if (room.count === 1 || !all) return whole
  let best = whole
  let [low, high] = [0, room.height]
  for (let n = 0; n < HALVINGS; n += 1) {
    const height = (low + high) / 2
    const tried = fillColumns(boxes, from, { ...room, height })
    const fits =
      tried.next === whole.next && tried.columns.every(([a, b]) => columnHeight(boxes, a, b) <= room.height + 0.01)
    if (fits) [best, high] = [tried, height]
    else low = height
  }
  return best
}
