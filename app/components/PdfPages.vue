<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import type { PDFDocumentProxy, RenderTask } from 'pdfjs-dist'

/** The PDF itself, page by page; a page is drawn when it comes near the screen. */
const props = defineProps<{ src: string; title: string; version?: string | number }>()
const holder = ref<HTMLElement>()
const pages = ref<{ n: number; width: number; height: number; text: string }[]>([])
const problem = ref(''),
  loading = ref(true)
let pdf: PDFDocumentProxy | null = null
const canvases = shallowRef<HTMLCanvasElement[]>([])
useIntersectionObserver(
  canvases,
  (entries) => {
    for (const e of entries) if (e.isIntersecting) void draw(Number((e.target as HTMLElement).dataset.page))
  },
  { rootMargin: '600px' },
)
const tasks = new Map<number, RenderTask>()

async function load() {
  loading.value = true
  try {
    const next = await openToDraw(await fetchBytes(props.src))
    const old = pdf
    pdf = next
    pages.value = await Promise.all(
      Array.from({ length: next.numPages }, async (_, i) => {
        const page = await next.getPage(i + 1)
        const { width, height } = page.getViewport({ scale: 1 })
        const text = (await page.getTextContent()).items
          .map((t) => ('str' in t ? t.str + (t.hasEOL ? ' ' : '') : ''))
          .join('')
        return { n: i + 1, width, height, text }
      }),
    )
    void old?.destroy()
    problem.value = ''
    await nextTick()
    const drawn = [...(holder.value?.querySelectorAll('canvas') ?? [])]
    for (const c of drawn) delete c.dataset.drawn
    canvases.value = drawn
  } catch (e) {
    problem.value = wordsOf(e)
  } finally {
    loading.value = false
  }
}
async function draw(n: number) {
  const canvas = holder.value?.querySelector<HTMLCanvasElement>(`canvas[data-page="${n}"]`)
  if (!canvas || !pdf || canvas.dataset.drawn) return
  canvas.dataset.drawn = 'yes'
  const page = await pdf.getPage(n)
  const scale =
    Math.min(
      2.5,
      (canvas.clientWidth * Math.min(window.devicePixelRatio || 1, 2)) / page.getViewport({ scale: 1 }).width,
    ) || 1
  tasks.get(n)?.cancel()
  const task = paintPage(page, canvas, Math.max(scale, 1))
  tasks.set(n, task)
  await task.promise.catch(() => {})
}
onMounted(load)
watch(() => [props.src, props.version], load)
onBeforeUnmount(() => {
  void pdf?.destroy()
})
</script>

<template>
  <div ref="holder" class="pages grid gap-4 justify-items-center">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <p v-if="loading && !pages.length" class="soft" role="status">Drawing the pages…</p>
    <figure
      v-for="p in pages"
      :key="p.n"
      class="relative w-full max-w-160 bg-paper border border-hairline-strong"
      :style="{ aspectRatio: `${p.width} / ${p.height}` }"
    >
      <canvas dir="ltr" class="block size-full" :data-page="p.n" aria-hidden="true" />
      <slot :page="p.n" :width="p.width" :height="p.height" />
      <figcaption class="sr">{{ title }}, page {{ p.n }} of {{ pages.length }}. {{ p.text }}</figcaption>
    </figure>
  </div>
</template>
