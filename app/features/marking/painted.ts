import type { PDFDocumentProxy } from 'pdfjs-dist'

/** A page is drawn when it comes near and forgotten when it is far: a long file takes no more than a short one. */
export function usePainted(
  props: {
    readonly page: number
    readonly zoom: number
    readonly pdf: PDFDocumentProxy | null
    readonly near: boolean
  },
  canvas: Ref<HTMLCanvasElement | undefined>,
  size: Ref<{ w: number; h: number }>,
): void {
  let task: { cancel(): void } | null = null
  async function render(): Promise<void> {
    task?.cancel()
    const c = canvas.value
    if (!c) return
    if (!props.near || !props.pdf) {
      c.width = c.height = 0
      return
    }
    const page = await props.pdf.getPage(props.page)
    const ratio = Math.min(window.devicePixelRatio || 1, 2)
    const most = Math.sqrt(16_000_000 / Math.max(1, size.value.w * size.value.h))
    const drawing = paintPage(page, c, Math.min(props.zoom * ratio, most))
    task = drawing
    await drawing.promise.catch(() => {})
  }
  watch(() => [props.near, props.pdf, props.zoom, props.page], render)
  onMounted(render)
  onBeforeUnmount(() => task?.cancel())
}
