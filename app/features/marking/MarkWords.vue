<script setup lang="ts">
import { FORMATS } from '../writing/say'
import { useChosen } from './chosen'

/** What the sender sets straight on the page: a value of the record, or words of their own. */
const { table, m, text, number } = useChosen()
const { view } = table
const values = computed(() => Object.entries(view.value.context.values).map(([path, v]) => ({ path, label: v.label })))
const words = (more: object) => m.value?.words && table.setWords(m.value.id, { ...m.value.words, ...more })
</script>

<template>
  <template v-if="m?.words">
    <div v-if="m.words.path !== undefined" class="two">
      <label class="field"
        ><span>Value</span>
        <select class="input" :value="m.words.path" @change="words({ path: text($event) })">
          <option v-for="v in values" :key="v.path" :value="v.path">{{ v.label }}</option>
        </select></label
      >
      <label class="field"
        ><span>Printed</span>
        <select class="input" :value="m.words.format ?? 'plain'" @change="words({ format: text($event) })">
          <option v-for="(w, f) in FORMATS" :key="f" :value="f">{{ w }}</option>
        </select></label
      >
    </div>
    <label v-else class="field"
      ><span>Your words</span
      ><input
        id="own-words"
        v-typed="m.words.text"
        class="input"
        maxlength="2000"
        @change="words({ text: text($event) })"
    /></label>
    <div class="two">
      <label class="field"
        ><span>Letters</span>
        <select class="input" :value="m.words.face" @change="words({ face: text($event) })">
          <option value="sans">plain</option>
          <option value="serif">with serifs</option>
        </select></label
      >
      <label class="field"
        ><span>Size in points</span
        ><input
          v-typed="m.words.size"
          class="input"
          type="number"
          min="4"
          max="72"
          placeholder="fitted"
          @change="words({ size: number(text($event)) })"
      /></label>
    </div>
  </template>
</template>
