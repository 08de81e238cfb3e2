<script setup lang="ts">
import type { PDFDocumentProxy } from 'pdfjs-dist'
import { type Guides, snap } from '~~/core/marking/arrange'
import { type Mark, isSure } from '~~/core/marking/model'
import { formatValue } from '~~/core/merge/merge'
import { FIELD_WORDS } from '../writing/say'
import { usePainted } from './painted'
import { followPointer } from './pointer'
import { useMarking } from './useMarking'

/** One page of the table: the page itself, and on it every mark where it will stand. */
const props = defineProps<{
  page: number
  zoom: number
  pdf: PDFDocumentProxy | null
  near: boolean
  mode: '' | 'draw' | 'strike'
}>()
const emit = defineEmits<{ drawn: [] }>()
const table = useMarking()
const { marks, strikes, chosen, crossing, view, text } = storeToRefs(table)
const { number } = table
const size = computed(() => table.sizeOf(props.page))
const mine = computed(() =>
  props.near ? marks.value.filter((m) => m.page === props.page && m.state !== 'dismissed') : [],
)
const struck = computed(() => strikes.value.filter((s) => s.page === props.page))
const canvas = ref<HTMLCanvasElement>()
const sheet = ref<HTMLElement>()

usePainted(props, canvas, size)

const style = (p: { x: number; y: number; w: number; h: number }) => ({
  left: `${p.x * props.zoom}px`,
  top: `${p.y * props.zoom}px`,
  width: `${p.w * props.zoom}px`,
  height: `${p.h * props.zoom}px`,
})
function said(m: Mark): string {
  if (m.words) {
    const value = m.words.path ? view.value.context.values[m.words.path] : undefined
    return m.words.path
      ? value
        ? formatValue(value, m.words.format, view.value.context) || value.label
        : m.words.path
      : (m.words.text ?? '')
  }
  return `${number(m.field.party) || '?'} ${FIELD_WORDS[m.field.type]}${m.state !== 'proposed' ? '' : isSure(m) ? ' ?' : ', perhaps'}`
}
const name = (m: Mark) => `${m.field.label}, ${said(m)}`

/** Where a box may be set to: printed rules and baselines, and the edges of other marks. */
const guides = (but: string): Guides => {
  const t = text.value.get(props.page)
  const others = mine.value.filter((m) => m.id !== but && m.state === 'settled')
  return {
    xs: [...(t?.xs ?? []), ...others.flatMap((m) => [m.x, m.x + m.w])],
    ys: [...(t?.ys ?? []), ...others.flatMap((m) => [m.y, m.y + m.h])],
  }
}
const point = (e: PointerEvent) => {
  const r = sheet.value!.getBoundingClientRect()
  return { x: (e.clientX - r.left) / props.zoom, y: (e.clientY - r.top) / props.zoom }
}
const ghost = ref<{ x: number; y: number; w: number; h: number } | null>(null)
function down(e: PointerEvent): void {
  if (e.button !== 0) return
  const from = point(e)
  if (!props.mode) {
    if (e.target === sheet.value || e.target === canvas.value) table.choose(null)
    return
  }
  e.preventDefault()
  followPointer(
    e,
    (at) => {
      const p = point(at)
      ghost.value = {
        x: Math.min(from.x, p.x),
        y: Math.min(from.y, p.y),
        w: Math.abs(p.x - from.x),
        h: Math.abs(p.y - from.y),
      }
    },
    () => {
      const g = ghost.value
      ghost.value = null
      if (!g || g.w < 5 || g.h < 4) return
      if (props.mode === 'strike') strike(g)
      else table.draw(props.page, e.altKey ? g : snap(g, guides('')))
      emit('drawn')
    },
  )
}
/** Strikes the words a box was drawn over. */
function strike(g: { x: number; y: number; w: number; h: number }): void {
  const over = (text.value.get(props.page)?.pieces ?? []).filter(
    (p) => p.x < g.x + g.w && g.x < p.x + p.w && p.y + p.h / 2 > g.y && p.y + p.h / 2 < g.y + g.h,
  )
  const lines = over.length
    ? over.map((p) => ({
        x: Math.max(p.x, g.x - 2),
        y: p.y,
        w: Math.min(p.x + p.w, g.x + g.w + 2) - Math.max(p.x, g.x - 2),
        h: p.h,
        words: p.text,
      }))
    : [{ ...g, words: '' }]
  for (const l of lines)
    table.strikeOut({ page: props.page, ...l, words: l.words.slice(0, 1000), instead: '', note: '' })
}
function drag(e: PointerEvent, m: Mark, corner: boolean): void {
  if (e.button !== 0 || props.mode || view.value.state !== 'draft') return
  e.stopPropagation()
  table.choose(m.id, e.shiftKey || e.ctrlKey || e.metaKey)
  const from = point(e)
  const at = { x: m.x, y: m.y, w: m.w, h: m.h }
  let changed = false
  followPointer(
    e,
    (now) => {
      const p = point(now)
      const dx = p.x - from.x
      const dy = p.y - from.y
      if (!changed && Math.hypot(dx, dy) * props.zoom < 4) return
      changed = true
      const free = corner
        ? { ...at, w: Math.max(4, at.w + dx), h: Math.max(4, at.h + dy) }
        : { ...at, x: at.x + dx, y: at.y + dy }
      table.setPlace(m.id, corner ? free : snap(free, guides(m.id)), `drag ${m.id}`)
    },
    () => {},
  )
}
</script>

<template>
  <div
    :id="`table-page-${page}`"
    ref="sheet"
    class="sheet"
    :class="{ drawing: mode }"
    :data-page="page"
    :style="{ width: `${size.w * zoom}px`, height: `${size.h * zoom}px` }"
    @pointerdown="down"
  >
    <canvas ref="canvas" aria-hidden="true" />
    <button
      v-for="m in mine"
      :id="`mark-${m.id}`"
      :key="m.id"
      type="button"
      tabindex="-1"
      class="mark"
      :class="[
        `party-${((Math.max(number(m.field.party), 1) - 1) % 4) + 1}`,
        m.state,
        {
          perhaps: m.state === 'proposed' && !isSure(m),
          own: m.words,
          chosen: chosen.includes(m.id),
          again: number(m.field.party) > 4,
          crossing: crossing.has(m.id),
          small: m.w < 22,
        },
      ]"
      :style="style(m)"
      :aria-label="name(m)"
      :title="name(m)"
      @pointerdown="drag($event, m, false)"
    >
      <span
        v-if="m.w * zoom > 26 || m.words"
        class="said"
        :style="{ fontSize: `${Math.min(11, Math.max(7, m.h * zoom * 0.62))}px` }"
        >{{ said(m) }}</span><span
        v-if="chosen.includes(m.id)"
        class="corner"
        @pointerdown.stop="drag($event, m, true)"
      /></button
    ><span v-for="s in struck" :key="s.id" class="struck" :style="style(s)" :title="s.note" />
    <span v-if="ghost" class="ghost" :style="style(ghost)" />
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  background: var(--paper);
  outline: 1px solid var(--hairline-strong);
  touch-action: pan-x pan-y;
}
.sheet.drawing {
  cursor: crosshair;
  touch-action: none;
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
}
.mark {
  position: absolute;
  display: block;
  padding: 0;
  border: 1px solid;
  border-radius: 2px;
  font: 600 10px/1 var(--sans);
  text-align: left;
  cursor: move;
  overflow: visible;
  touch-action: none;
}
.drawing .mark {
  pointer-events: none;
}
.mark.party-1 {
  background: var(--party-1);
  color: var(--heather-deep);
  border-color: var(--heather);
}
.mark.party-2 {
  background: var(--party-2);
  color: var(--tarn);
  border-color: var(--tarn);
}
.mark.party-3 {
  background: var(--party-3);
  color: var(--moss);
  border-color: var(--moss);
}
.mark.party-4 {
  background: var(--party-4);
  color: var(--bracken);
  border-color: var(--bracken);
}
.mark.proposed {
  border-style: dashed;
  background: rgb(255 255 255 / 0.4);
}
.mark.perhaps {
  border-color: var(--hairline-strong);
  color: var(--ink-soft);
}
.mark.own {
  background: rgb(107 63 120 / 0.07);
  color: var(--heather-deep);
  border-color: var(--heather);
}
.mark.again {
  border-style: double;
  border-width: 3px;
}
.mark.crossing {
  outline: 2px dotted var(--bracken);
}
.mark.chosen {
  outline: 2.5px solid var(--ink);
  outline-offset: 2px;
  z-index: 2;
}
.said {
  position: absolute;
  inset: 0 2px;
  display: flex;
  align-items: center;
  white-space: nowrap;
  overflow: hidden;
  pointer-events: none;
}
.corner {
  position: absolute;
  right: -7px;
  bottom: -7px;
  width: 13px;
  height: 13px;
  border-radius: 3px;
  background: var(--ink);
  border: 2px solid var(--paper);
  cursor: nwse-resize;
}
.struck {
  position: absolute;
  pointer-events: none;
  background: linear-gradient(var(--bracken), var(--bracken)) 0 55% / 100% 2px no-repeat;
}
.ghost {
  position: absolute;
  border: 1.5px dashed var(--heather);
  background: rgb(107 63 120 / 0.1);
  pointer-events: none;
}
</style>
