<script setup lang="ts">
import { TEXT_WIDTH } from './images'

/** What can be set about a picture: what it shows, how large, where it stands and on what ground. */
const props = defineProps<{ attrs: Record<string, unknown>; inLine?: boolean }>()
const emit = defineEmits<{ set: [name: string, value: unknown] }>()
const picture = computed(
  () => props.attrs as { alt?: string; width: number; height: number; align?: string; ground?: string },
)
const set = (name: string, value: unknown) => emit('set', name, value)
function resize(w: number): void {
  set('height', Math.round((w * picture.value.height) / picture.value.width) || 1)
  set('width', w)
}
</script>

<template>
  <label class="field"
    ><span>What it shows, for who can’t see it</span
    ><TypedText :value="picture.alt" maxlength="400" @given="set('alt', $event)"
  /></label>
  <label class="field"
    ><span>Width</span
    ><Slider
      :model-value="picture.width"
      :min="inLine ? 6 : 20"
      :max="inLine ? 160 : TEXT_WIDTH"
      aria-label="Width"
      @update:model-value="resize($event as number)"
  /></label>
  <Choice
    v-if="!inLine"
    label="Where"
    :model-value="picture.align ?? 'left'"
    :options="[
      { value: 'left', label: 'at the left' },
      { value: 'center', label: 'in the middle' },
      { value: 'right', label: 'at the right' },
    ]"
    @update:model-value="set('align', $event === 'left' ? null : $event)"
  />
  <Choice
    v-if="!inLine"
    label="Ground"
    :model-value="picture.ground ?? ''"
    :options="[
      { value: '', label: 'none' },
      { value: 'chalk', label: 'chalk' },
      { value: 'ink', label: 'ink, for a light logo' },
    ]"
    @update:model-value="set('ground', $event || null)"
  />
</template>
