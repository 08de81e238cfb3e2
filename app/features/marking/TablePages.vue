<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import type { PDFDocumentProxy } from 'pdfjs-dist'
import TablePage from './TablePage.vue'
import { useMarking } from './useMarking'

/** The pages one under the other, at any size; only those near the screen are drawn. */
const props = defineProps<{ pdf: PDFDocumentProxy | null; mode: '' | 'draw' | 'strike' }>()
const emit = defineEmits<{ drawn: [] }>()
const zoom = defineModel<number>('zoom', { required: true })
const table = useMarking()
const { view, current } = storeToRefs(table)
const holder = ref<HTMLElement>()
const nearBy = ref(new Set<number>([1, 2]))
const pages = computed(() => view.value.marked.pages)

const laid = shallowRef<HTMLElement[]>([])
const watchPages = () => {
  laid.value = [...(holder.value?.querySelectorAll<HTMLElement>('[data-page]') ?? [])]
}
useIntersectionObserver(
  laid,
  (entries) => {
    const next = new Set(nearBy.value)
    for (const e of entries) {
      const n = Number((e.target as HTMLElement).dataset.page)
      if (e.isIntersecting) next.add(n)
      else next.delete(n)
    }
    nearBy.value = next
  },
  { root: holder, rootMargin: '900px' },
)
/** As wide as the desk, no wider than is pleasant. */
function fit(): void {
  const wide = Math.max(...pages.value.map((p) => p.w))
  const room = (holder.value?.clientWidth ?? 700) - 48
  zoom.value = Math.max(0.05, Math.min(1.6, room / wide))
}
onMounted(() => {
  fit()
  void nextTick(watchPages)
})
watch(
  () => view.value.marked.sha,
  () => void nextTick(() => (fit(), watchPages())),
)

/** Brings the current mark into view when it is chosen elsewhere. */
watch(
  () => current.value?.id,
  () => {
    const m = current.value
    const box = holder.value
    if (!m || !box) return
    const sheet = box.querySelector<HTMLElement>(`[data-page="${m.page}"]`)
    if (!sheet) return
    const top = sheet.offsetTop + m.y * zoom.value
    const low = top + m.h * zoom.value
    if (top < box.scrollTop + 40 || low > box.scrollTop + box.clientHeight - 40)
      box.scrollTo({ top: Math.max(0, top - box.clientHeight / 3) })
  },
)
/** The page most of the screen shows. */
function pageInView(): number {
  const box = holder.value
  if (!box) return 1
  const middle = box.scrollTop + box.clientHeight / 2
  let best = 1
  box.querySelectorAll<HTMLElement>('[data-page]').forEach((p) => {
    if (p.offsetTop <= middle) best = Number(p.dataset.page)
  })
  return best
}
function goTo(page: number): void {
  const sheet = holder.value?.querySelector<HTMLElement>(`[data-page="${page}"]`)
  if (sheet) holder.value!.scrollTo({ top: sheet.offsetTop - 16 })
}
defineExpose({ fit, pageInView, goTo })
function wheel(e: WheelEvent): void {
  if (!e.ctrlKey && !e.metaKey) return
  e.preventDefault()
  zoom.value = Math.min(4, Math.max(0.1, zoom.value * (e.deltaY < 0 ? 1.1 : 0.9)))
}
</script>

<template>
  <section ref="holder" class="desk" aria-label="The pages" tabindex="0" @wheel="wheel">
    <div v-for="(p, i) in pages" :key="i" class="slot">
      <TablePage
        :page="i + 1"
        :zoom="zoom"
        :pdf="props.pdf"
        :near="nearBy.has(i + 1)"
        :mode="mode"
        @drawn="emit('drawn')"
      />
      <p class="soft small">page {{ i + 1 }} of {{ pages.length }}</p>
    </div>
  </section>
</template>

<style scoped>
.desk {
  position: relative;
  overflow: auto;
  background: var(--desk);
  padding: 18px 24px;
  overscroll-behavior: contain;
}
.slot {
  display: grid;
  justify-items: center;
  gap: 4px;
  margin: 0 auto 14px;
  width: max-content;
  min-width: 100%;
}
</style>
