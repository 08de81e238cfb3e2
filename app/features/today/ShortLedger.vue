<script setup lang="ts" generic="T extends { jobId: string }">
/** A ledger that is short until asked for more, so that the days ahead stay in sight. */
const props = defineProps<{
  title: string
  total: number
  rows: readonly T[]
  none: string
  keyOf: (row: T) => string
}>()
defineSlots<{ default(of: { row: T }): unknown }>()
const SHORT = 4
const whole = ref(false)
const shown = computed(() => (whole.value ? props.rows : props.rows.slice(0, SHORT)))
const id = useId()
</script>

<template>
  <section :aria-labelledby="id">
    <div class="section-head">
      <h2 :id="id">{{ title }}</h2>
      <span class="small strong">{{ total }}</span>
    </div>
    <ul class="ledger">
      <li
        v-for="row in shown"
        :key="keyOf(row)"
        class="row grid grid-cols-[28px_minmax(0,1fr)_210px_136px] items-center gap-3 min-h-13 py-1.5 px-0"
      >
        <slot :row="row" />
      </li>
      <li v-if="rows.length === 0" class="none soft">{{ none }}</li>
    </ul>
    <Button v-if="rows.length > SHORT" size="small" variant="text" @click="whole = !whole">
      {{ whole ? 'Show fewer' : `Show ${rows.length - SHORT} more` }}
    </Button>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 24px;
}
.row :slotted(.what) {
  display: grid;
}
.row :slotted(.what .title) {
  color: var(--ink);
  text-decoration: none;
  font-size: 16px;
}
.row :slotted(.what .title:hover) {
  text-decoration: underline;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: 24px 1fr auto;
  }
  .row :slotted(.when) {
    grid-column: 2;
    grid-row: 2;
  }
}
@media (min-width: 901px) {
  .row :slotted(.p-button) {
    justify-self: end;
  }
}
</style>
