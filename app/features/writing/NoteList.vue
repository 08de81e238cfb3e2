<script setup lang="ts">
import { Eye } from '@lucide/vue'
import type { PreflightNote } from '~~/core/preflight/preflight'

/** What would go wrong: what has to be put right, then what is worth a look, each with its place and number and what cures it. */
const props = defineProps<{
  notes: readonly (PreflightNote & { paper?: string })[]
  good: string
  label?: string
  numbers?: Readonly<Record<string, string>>
}>()
const emit = defineEmits<{ go: [PreflightNote & { paper?: string }]; cure: [PreflightNote] }>()
const groups = computed(() =>
  (['stop', 'warn'] as const)
    .map((severity) => ({ severity, notes: props.notes.filter((n) => n.severity === severity) }))
    .filter((g) => g.notes.length),
)
</script>

<template>
  <ul class="grid gap-3 mt-2" :aria-label="label ?? 'Before it goes'">
    <template v-for="g in groups" :key="g.severity">
      <li v-for="(n, i) in g.notes" :key="n.rule + n.at + i" class="wrap-anywhere" :class="n.severity">
        <p class="small strong mb-1" :class="[g.severity === 'stop' ? 'text-bracken' : 'text-gorse', i && 'sr']">
          {{ g.severity === 'stop' ? 'Has to be put right first' : 'Worth a look' }}
        </p>
        <div class="grid grid-cols-[24px_minmax(0,1fr)] items-start">
          <StopMark v-if="n.severity === 'stop'" state="trouble" :size="17" /><Eye
            v-else
            class="text-gorse"
            :size="17"
            aria-hidden="true"
          />
          <div class="grid gap-1.5 justify-items-start">
            <Button
              v-if="n.at || n.paper"
              unstyled
              class="border-0 bg-transparent p-0 text-left cursor-pointer hover:underline"
              @click="emit('go', n)"
              ><b v-if="n.at && numbers?.[n.at]">{{ numbers[n.at] }} </b>{{ n.words }}</Button
            >
            <span v-else>{{ n.words }}</span>
            <Button v-if="n.cure" variant="outlined" size="small" @click="emit('cure', n)">{{ n.cure.label }}</Button>
          </div>
        </div>
      </li>
    </template>
    <li v-if="!notes.length" class="grid grid-cols-[24px_minmax(0,1fr)] soft">
      <StopMark state="settled" :size="17" /><span>{{ good }}</span>
    </li>
  </ul>
</template>
