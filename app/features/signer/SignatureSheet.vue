<script setup lang="ts">
import SignaturePad from 'signature_pad'
import { isSigned } from '~~/core/fields/check'
import { SCRIPT_FAMILIES, scriptFaceNames } from '~~/shared/faces'
import type { SignerDraft } from '~~/shared/signing'

/** Draws or types a signature. What is given back is strokes or a name in a face, never a picture. */
const props = defineProps<{ name: string; current: SignerDraft['signature'] }>()
const emit = defineEmits<{ done: [SignerDraft['signature']]; close: [] }>()
const way = ref<'draw' | 'type'>(props.current?.kind === 'typed' ? 'type' : 'draw')
const typed = ref(props.current?.kind === 'typed' ? props.current.text : props.name.slice(0, 200)),
  face = ref<(typeof scriptFaceNames)[number]>(props.current?.kind === 'typed' ? props.current.face : 'caveat')
const canvas = ref<HTMLCanvasElement>(),
  problem = ref(''),
  strokes = ref(0)
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
function begin() {
  if (!canvas.value) return
  pad?.off()
  pad = new SignaturePad(canvas.value, { penColor: '#1b2a4a', minWidth: 1, maxWidth: 2.6 })
  pad.addEventListener('endStroke', () => {
    strokes.value = pad!.toData().length
    problem.value = ''
  })
  fit()
}
onMounted(() => {
  begin()
  window.addEventListener('resize', fit)
})
onBeforeUnmount(() => {
  window.removeEventListener('resize', fit)
  pad?.off()
})
watch(way, async (w) => {
  problem.value = ''
  if (w === 'draw') {
    await nextTick()
    begin()
  }
})
function undo() {
  const data = pad?.toData() ?? []
  pad?.fromData(data.slice(0, -1))
  strokes.value = Math.max(0, data.length - 1)
}
function clear() {
  pad?.clear()
  strokes.value = 0
}
const round = (n: number) => Math.round(n * 10) / 10
function done() {
  const mark: SignerDraft['signature'] =
    way.value === 'type'
      ? { kind: 'typed', text: typed.value.trim(), face: face.value }
      : {
          kind: 'drawn',
          width: canvas.value!.offsetWidth,
          height: canvas.value!.offsetHeight,
          strokes: (pad?.toData() ?? [])
            .map((g) => g.points.slice(0, 4000).map((p) => ({ x: round(p.x), y: round(p.y) })))
            .slice(0, 200),
        }
  if (!isSigned(mark)) {
    problem.value = way.value === 'type' ? 'Type your name first.' : 'Draw your signature first; a dot is not enough.'
    return
  }
  emit('done', mark)
}
</script>

<template>
  <div class="sheet">
    <div class="ways" role="tablist" aria-label="How to sign">
      <button type="button" role="tab" :aria-selected="way === 'draw'" @click="way = 'draw'">Draw</button
      ><button type="button" role="tab" :aria-selected="way === 'type'" @click="way = 'type'">Type</button>
    </div>
    <div v-if="way === 'draw'">
      <canvas
        ref="canvas"
        class="canvas"
        role="img"
        aria-label="Draw your signature here. Without a pointer, choose Type."
      />
      <p class="tools">
        <button type="button" class="btn bare" :disabled="!strokes" @click="undo">Undo last stroke</button
        ><button type="button" class="btn bare" :disabled="!strokes" @click="clear">Start again</button>
      </p>
    </div>
    <div v-else class="typing">
      <label class="field"
        ><span>Your name</span><input v-model="typed" class="input" maxlength="200" autocomplete="name"
      /></label>
      <fieldset class="faces">
        <legend class="sr">Hand</legend>
        <label v-for="f in scriptFaceNames" :key="f" class="face" :class="{ on: face === f }"
          ><input v-model="face" type="radio" :value="f" :aria-label="SCRIPT_FAMILIES[f]" /><span
            class="ellipsis"
            :style="{ fontFamily: `'${SCRIPT_FAMILIES[f]}', cursive` }"
            >{{ typed || 'Your name' }}</span
          ></label
        >
      </fieldset>
    </div>
    <p v-if="problem" class="error" role="alert">{{ problem }}</p>
    <button type="button" class="btn main big wide" @click="done">Use this signature</button>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: 1fr 1fr;
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  overflow: hidden;
  margin-bottom: 14px;
}
.ways button {
  min-height: 40px;
  border: 0;
  background: var(--paper);
  font-weight: 600;
  cursor: pointer;
}
.ways button[aria-selected='true'] {
  background: var(--ink);
  color: #fff;
}
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
.tools {
  display: flex;
  justify-content: space-between;
}
.faces {
  border: 0;
  padding: 0;
  margin: 12px 0;
  display: grid;
  gap: 8px;
}
.face {
  display: grid;
  grid-template-columns: 28px 1fr;
  align-items: center;
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  padding: 6px 12px;
  font-size: 30px;
  color: #1b2a4a;
}
.face.on {
  border-color: var(--heather);
  background: var(--heather-tint);
}
.face input {
  accent-color: var(--heather);
}
.wide {
  width: 100%;
  margin-top: 6px;
}
</style>
