<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import SignaturePad, { type PointGroup } from 'signature_pad'
import type { SignatureMark } from '~~/shared/signing'
import { useSays } from './says'

/** A place to draw in, with strokes that can be taken back and put there again. What is drawn is kept as strokes. */
const emit = defineEmits<{ stroke: [] }>()
const says = useSays()
const canvas = ref<HTMLCanvasElement>()
const strokes = ref(0)
const undone = ref<PointGroup[]>([])
let pad: SignaturePad | null = null
function fit() {
  const c = canvas.value
  if (!c) return
  const ratio = Math.max(window.devicePixelRatio || 1, 1)
  c.width = c.offsetWidth * ratio
  c.height = c.offsetHeight * ratio
  c.getContext('2d')!.scale(ratio, ratio)
  const data = pad?.toData()
  pad?.clear()
  if (data) pad?.fromData(data)
}
onMounted(() => {
  pad = new SignaturePad(canvas.value!, { penColor: '#1b2a4a', minWidth: 1, maxWidth: 2.6 })
  pad.addEventListener('endStroke', () => {
    strokes.value = pad!.toData().length
    undone.value = []
    emit('stroke')
  })
  fit()
})
useEventListener('resize', fit)
onBeforeUnmount(() => pad?.off())
function show(data: PointGroup[]) {
  pad?.clear()
  pad?.fromData(data)
  strokes.value = data.length
}
function undo() {
  const data = pad?.toData() ?? []
  const last = data.at(-1)
  if (!last) return
  undone.value.push(last)
  show(data.slice(0, -1))
}
function redo() {
  const last = undone.value.pop()
  if (last) show([...(pad?.toData() ?? []), last])
}
function clear() {
  pad?.clear()
  strokes.value = 0
  undone.value = []
}
const round = (n: number) => Math.round(n * 10) / 10
/** Each point as broad as the pen was pressed, or, where nothing was felt, as slowly as it went. */
function broad(points: PointGroup['points']) {
  let w = 1.8
  return points.slice(0, 4000).map((p, i) => {
    const before = points[i - 1]
    const pressed = p.pressure > 0 && p.pressure !== 0.5
    const speed = before ? Math.hypot(p.x - before.x, p.y - before.y) / Math.max(1, p.time - before.time) : 0.4
    const wanted = pressed ? 0.8 + p.pressure * 2.4 : Math.max(1, Math.min(2.6, 2.6 - speed))
    w += (wanted - w) * 0.35
    return { x: round(p.x), y: round(p.y), w: round(w) }
  })
}
/** What is drawn, or null when nothing is. */
function mark(): SignatureMark | null {
  const data = pad?.toData() ?? []
  if (!data.length || !canvas.value) return null
  const { offsetWidth: width, offsetHeight: height } = canvas.value
  return { kind: 'drawn', width, height, strokes: data.slice(0, 200).map((g) => broad(g.points)) }
}
defineExpose({ mark })
</script>

<template>
  <div>
    <canvas ref="canvas" class="canvas" role="img" :aria-label="says('drawHere')" />
    <p class="flex flex-wrap justify-between">
      <Button variant="text" :disabled="!strokes" @click="undo">{{ says('undoStroke') }}</Button><Button
        v-if="undone.length"
        variant="text"
        @click="redo"
      >
        {{ says('redoStroke') }}</Button
      ><Button variant="text" :disabled="!strokes" @click="clear">{{ says('startAgain') }}</Button>
    </p>
  </div>
</template>

<style scoped>
.canvas {
  width: 100%;
  height: 190px;
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  background:
    linear-gradient(transparent 141px, var(--hairline-strong) 141px, var(--hairline-strong) 142px, transparent 142px),
    var(--paper);
  touch-action: none;
}
</style>
