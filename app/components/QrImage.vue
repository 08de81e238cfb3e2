<script setup lang="ts">
import { create } from 'qrcode'

/** A QR code (ISO/IEC 18004) as vector squares, with its text as a link beside it for whoever can't scan; or named, where it is no link. */
const props = defineProps<{ text: string; label?: string }>()
const code = computed(() => {
  const { modules } = create(props.text, { errorCorrectionLevel: 'M' })
  const n = modules.size
  let path = ''
  for (let y = 0; y < n; y += 1) for (let x = 0; x < n; x += 1) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`
  return { n, path }
})
</script>

<template>
  <figure class="grid justify-items-center gap-1.5 max-w-full">
    <svg
      class="w-[210px] max-w-full border border-hairline"
      :viewBox="`-4 -4 ${code.n + 8} ${code.n + 8}`"
      role="img"
      :aria-label="label ?? text"
      shape-rendering="crispEdges"
    >
      <rect x="-4" y="-4" :width="code.n + 8" :height="code.n + 8" fill="#fff" />
      <path :d="code.path" fill="#20302b" />
    </svg>
    <figcaption v-if="!label" class="text-s max-w-80 wrap-anywhere">
      <a :href="text" target="_blank" rel="noopener">{{ text }}</a>
    </figcaption>
  </figure>
</template>
