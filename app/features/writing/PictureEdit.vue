<script setup lang="ts">
/** What can be set about a picture: what it shows, how large, where it stands and on what ground. */
defineProps<{ attrs: Record<string, unknown> }>()
const emit = defineEmits<{ set: [name: string, value: unknown] }>()
const set = (name: string, value: unknown) => emit('set', name, value)
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <label class="field"
    ><span>What it shows, for who can’t see it</span
    ><input v-typed="attrs.alt" class="input" maxlength="400" @change="set('alt', text($event))"
  /></label>
  <label class="field"
    ><span>Width</span
    ><input
      class="input"
      type="range"
      min="20"
      max="467"
      :value="attrs.width"
      @input="
        (e) => {
          const w = Number(text(e))
          const h = Math.round((w * Number(attrs.height)) / Number(attrs.width)) || 1
          set('height', h)
          set('width', w)
        }
      "
  /></label>
  <label class="field"
    ><span>Where</span>
    <select
      class="input"
      :value="attrs.align ?? 'left'"
      @change="set('align', text($event) === 'left' ? null : text($event))"
    >
      <option value="left">at the left</option>
      <option value="center">in the middle</option>
      <option value="right">at the right</option>
    </select></label
  >
  <label class="field"
    ><span>Ground</span>
    <select class="input" :value="attrs.ground ?? ''" @change="set('ground', text($event) || null)">
      <option value="">none</option>
      <option value="chalk">chalk</option>
      <option value="ink">ink, for a light logo</option>
    </select></label
  >
</template>
