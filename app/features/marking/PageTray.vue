<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { ChevronLeft, ChevronRight } from '@lucide/vue'
import type { PDFDocumentProxy } from 'pdfjs-dist'
import { VueDraggable } from 'vue-draggable-plus'
import { fileBytes } from './finder'

/** Pages in their order, as small pictures: moved, turned, taken out. */
export interface TrayPage {
  sha: string
  page: number
  turn: 0 | 90 | 180 | 270
  name: string
  w: number
  h: number
}
const pages = defineModel<TrayPage[]>({ required: true })
const docs = new Map<string, Promise<PDFDocumentProxy>>()
const open = (sha: string) => {
  let doc = docs.get(sha)
  if (!doc) docs.set(sha, (doc = fileBytes(sha).then((b) => openToDraw(b.slice()))))
  return doc
}
async function paint(el: HTMLCanvasElement, p: TrayPage): Promise<void> {
  const key = `${p.sha}/${p.page}/${p.turn}`
  if (el.dataset.key === key) return
  el.dataset.key = key
  try {
    const page = await (await open(p.sha)).getPage(p.page)
    const rotation = (page.rotate + p.turn) % 360
    const base = page.getViewport({ scale: 1, rotation })
    const scale = Math.min(150 / base.width, 190 / base.height)
    el.style.width = `${base.width * scale}px`
    await paintPage(page, el, scale * 1.5, rotation).promise
  } catch {
    delete el.dataset.key
  }
}
const list = useTemplateRef<{ $el: HTMLElement }>('list')
const canvases = shallowRef<HTMLCanvasElement[]>([])
const watchAll = () => {
  canvases.value = [...(list.value?.$el.querySelectorAll('canvas') ?? [])]
}
useIntersectionObserver(
  canvases,
  (entries) => {
    for (const e of entries) {
      const p = e.isIntersecting ? pages.value[Number((e.target as HTMLElement).dataset.at)] : undefined
      if (p) void paint(e.target as HTMLCanvasElement, p)
    }
  },
  { rootMargin: '300px' },
)
onMounted(watchAll)
watch(pages, () => void nextTick(watchAll), { deep: true })
onBeforeUnmount(() => {
  for (const doc of docs.values()) void doc.then((d) => d.destroy()).catch(() => {})
})

function move(from: number, to: number): void {
  if (to < 0 || to >= pages.value.length) return
  const next = [...pages.value]
  next.splice(to, 0, ...next.splice(from, 1))
  pages.value = next
  void nextTick(() => document.getElementById(`tray-${to}`)?.focus())
}
const turn = (i: number) => {
  pages.value = pages.value.map((p, k) => (k === i ? { ...p, turn: ((p.turn + 90) % 360) as TrayPage['turn'] } : p))
}
const takeOut = (i: number) => {
  pages.value = pages.value.filter((_, k) => k !== i)
  void nextTick(() => document.getElementById(`tray-${Math.min(i, pages.value.length - 1)}`)?.focus())
}
function keys(e: KeyboardEvent, i: number): void {
  const act: Record<string, () => void> = {
    ArrowLeft: () => move(i, i - 1),
    ArrowRight: () => move(i, i + 1),
    r: () => turn(i),
    Delete: () => takeOut(i),
    Backspace: () => takeOut(i),
  }
  if (!act[e.key] || e.target !== e.currentTarget) return
  e.preventDefault()
  act[e.key]!()
}
</script>

<template>
  <VueDraggable
    ref="list"
    v-model="pages"
    tag="ol"
    class="tray grid grid-cols-[repeat(auto-fill,minmax(190px,1fr))] gap-3.5"
    aria-label="Pages in their order"
    :animation="120"
    ghost-class="ghost"
  >
    <li
      v-for="(p, i) in pages"
      :id="`tray-${i}`"
      :key="`${p.sha}/${p.page}`"
      tabindex="0"
      :aria-label="`Page ${i + 1}: page ${p.page} of ${p.name}${p.turn ? `, turned by ${p.turn} degrees` : ''}. Arrow keys move it, r turns it, Delete takes it out.`"
      @keydown="keys($event, i)"
    >
      <span class="grid place-items-center h-49"><canvas :data-at="i" aria-hidden="true" /></span>
      <span class="small"
        ><b>{{ i + 1 }}</b> <span class="soft">{{ p.name.slice(0, 22) }}, p. {{ p.page }}</span></span
      >
      <span class="acts flex">
        <Button variant="text" :aria-label="`Move page ${i + 1} before`" :disabled="i === 0" @click="move(i, i - 1)">
          <ChevronLeft :size="16" />
        </Button>
        <Button variant="text" @click="turn(i)">Turn</Button>
        <Button variant="text" :disabled="pages.length === 1" @click="takeOut(i)">Take out</Button>
        <Button
          variant="text"
          :aria-label="`Move page ${i + 1} after`"
          :disabled="i === pages.length - 1"
          @click="move(i, i + 1)"
        >
          <ChevronRight :size="16" />
        </Button>
      </span>
    </li>
  </VueDraggable>
</template>

<style scoped>
.tray li {
  display: grid;
  justify-items: center;
  gap: 4px;
  padding: 10px;
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  background: var(--chalk);
  cursor: grab;
}
canvas {
  background: #fff;
  outline: 1px solid var(--hairline-strong);
  max-height: 190px;
}
</style>
