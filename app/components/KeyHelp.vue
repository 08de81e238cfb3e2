<script setup lang="ts">
/** The keys of this screen, then those that are the same everywhere. */
const { screens, open } = storeToRefs(useHelp())
const EVERYWHERE: readonly KeyRow[] = [
  ['Ctrl+K', 'find or do anything'],
  ['?', 'these keys'],
  ['Esc', 'away with what is open'],
]
const groups = computed(() => [...screens.value].reverse().concat({ title: 'Everywhere', keys: EVERYWHERE }))
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    header="Keys of this screen"
    :style="{ width: 'min(560px, 96vw)' }"
    :draggable="false"
  >
    <section v-for="g in groups" :key="g.title" class="mb-4" :aria-label="g.title">
      <h2>{{ g.title }}</h2>
      <dl class="grid grid-cols-[minmax(90px,auto)_1fr] gap-y-1.5 gap-x-4 mt-1.5">
        <template v-for="[k, does] in g.keys" :key="k">
          <dt>
            <kbd>{{ k }}</kbd>
          </dt>
          <dd class="m-0">{{ does }}</dd>
        </template>
      </dl>
    </section>
  </Dialog>
</template>
