<script setup lang="ts">
import type { SignatureMark } from '~~/shared/signing'

const props = defineProps<{
  mark: SignatureMark
  families: Record<string, string>
  pictureOf?: (sha: string) => string
}>()
/** Strokes as smooth paths, fitted to what was drawn; as broad as the pen was, where that is known. */
const drawn = computed(() => {
  if (props.mark.kind !== 'drawn') return null
  const points = props.mark.strokes.flat()
  const xs = points.map((p) => p.x),
    ys = points.map((p) => p.y)
  const box = [
    Math.min(...xs) - 4,
    Math.min(...ys) - 4,
    Math.max(...xs) - Math.min(...xs) + 8,
    Math.max(...ys) - Math.min(...ys) + 8,
  ]
  return {
    box: box.join(' '),
    paths: props.mark.strokes.flatMap((s) => {
      if (!s.some((p) => p.w !== undefined) || s.length === 1)
        return [
          { d: s.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('') + (s.length === 1 ? 'h.1' : ''), w: 2.4 },
        ]
      return s.slice(1).map((p, i) => ({ d: `M${s[i]!.x} ${s[i]!.y}L${p.x} ${p.y}`, w: p.w ?? 2 }))
    }),
  }
})
</script>

<template>
  <svg v-if="drawn" :viewBox="drawn.box" class="h-16 max-w-full" aria-hidden="true">
    <path
      v-for="(p, i) in drawn.paths"
      :key="i"
      :d="p.d"
      fill="none"
      stroke="#1b2a4a"
      :stroke-width="p.w"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </svg>
  <img v-else-if="mark.kind === 'image' && pictureOf" :src="pictureOf(mark.sha)" alt="" class="h-16 max-w-full" />
  <span
    v-else-if="mark.kind === 'typed'"
    class="text-[34px] font-normal text-[#1b2a4a] leading-[1.2] wrap-anywhere"
    :style="{ fontFamily: `'${families[mark.face]}', cursive` }"
    >{{ mark.text }}</span
  >
</template>
