<script setup lang="ts">
import { Eye } from '@lucide/vue'
import type { PreflightNote } from '~~/core/preflight/preflight'
import { useLevels } from './level'

/**
 * What would go wrong: what has to be put right, then what is worth a look, each with its place and number and what cures it.
 * Beside a sheet each stands level with its line, and keeps to it while the sheet is written on.
 */
const props = defineProps<{
  notes: readonly (PreflightNote & { paper?: string })[]
  good: string
  label?: string
  numbers?: Readonly<Record<string, string>>
  /** The sheet they stand beside. */
  beside?: () => HTMLElement | null
}>()
const emit = defineEmits<{ go: [PreflightNote & { paper?: string }]; cure: [PreflightNote] }>()
const groups = computed(() =>
  (['stop', 'warn'] as const)
    .map((severity) => ({ severity, notes: props.notes.filter((n) => n.severity === severity) }))
    .filter((g) => g.notes.length),
)
const list = useTemplateRef<HTMLElement>('list')
const levels = useLevels(
  list,
  () => props.beside?.() ?? null,
  () => props.notes,
)
const before = (g: number) => groups.value.slice(0, g).reduce((n, { notes }) => n + notes.length, 0)
const levelOf = (row: number) => {
  const top = levels.value.tops.get(row)
  return top === undefined ? undefined : { position: 'absolute' as const, insetInline: 0, top: `${top}px` }
}
</script>

<template>
  <ul
    ref="list"
    class="grid gap-3.5 mt-2 content-start relative"
    :style="levels.height ? { minHeight: `${levels.height}px` } : undefined"
    :aria-label="label ?? 'Before it goes'"
  >
    <template v-for="(g, at) in groups" :key="g.severity">
      <li
        v-for="(n, i) in g.notes"
        :key="n.rule + n.at + i"
        class="wrap-anywhere"
        :class="n.severity"
        :data-about="n.at || undefined"
        :style="levelOf(before(at) + i)"
      >
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
              ><b v-if="n.at && numbers?.[n.at]" class="me-1">{{ numbers[n.at] }}</b
              >{{ n.words }}</Button
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
