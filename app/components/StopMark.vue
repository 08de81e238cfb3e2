<script setup lang="ts">
import type { StopState } from '~~/core/line/line'

defineProps<{ state: StopState; size?: number }>()
</script>

<template>
  <svg
    :width="size ?? 18"
    :height="size ?? 18"
    viewBox="0 0 20 20"
    aria-hidden="true"
    focusable="false"
    class="mark block flex-none"
  >
    <circle
      v-if="state === 'not-yet'"
      cx="10"
      cy="10"
      r="4.2"
      fill="var(--chalk)"
      stroke="var(--hairline-strong)"
      stroke-width="2"
    />
    <rect
      v-else-if="state === 'yours'"
      x="4"
      y="4"
      width="12"
      height="12"
      rx="1"
      fill="var(--heather)"
      transform="rotate(45 10 10)"
    />
    <g v-else-if="state === 'theirs'">
      <circle cx="10" cy="10" r="7.2" fill="var(--chalk)" stroke="var(--tarn)" stroke-width="2.4" />
      <circle cx="10" cy="10" r="2.4" fill="var(--tarn)" />
    </g>
    <g v-else-if="state === 'settled'">
      <circle cx="10" cy="10" r="8.6" fill="var(--moss)" />
      <path
        d="M6 10.4l2.8 2.8L14.2 7.4"
        fill="none"
        stroke="#fff"
        stroke-width="2.2"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
    </g>
    <path v-else-if="state === 'trouble'" d="M10 1.5L19 18H1z" fill="var(--bracken)" />
    <path v-else d="M5 10h10" stroke="var(--hairline-strong)" stroke-width="3" stroke-linecap="round" />
  </svg>
</template>
