<script setup lang="ts">
import type { SignerDraft } from '~~/shared/signing'

const props = defineProps<{ mark: NonNullable<SignerDraft['signature']>; families: Record<string, string> }>()
/** Strokes as smooth paths, fitted to what was drawn. */
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
    paths: props.mark.strokes.map(
      (s) => s.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('') + (s.length === 1 ? 'h.1' : ''),
    ),
  }
})
</script>

<template>
  <svg v-if="drawn" :viewBox="drawn.box" class="ink" aria-hidden="true">
    <path
      v-for="(d, i) in drawn.paths"
      :key="i"
      :d="d"
      fill="none"
      stroke="#1b2a4a"
      stroke-width="2.4"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </svg>
  <span v-else-if="mark.kind === 'typed'" class="typed" :style="{ fontFamily: `'${families[mark.face]}', cursive` }">{{
    mark.text
  }}</span>
</template>

<style scoped>
.ink {
  height: 64px;
  max-width: 100%;
}
.typed {
  font-size: 34px;
  font-weight: 400;
  color: #1b2a4a;
  line-height: 1.2;
  overflow-wrap: anywhere;
}
</style>
