<script setup lang="ts">
/** The keys of the table. */
const visible = defineModel<boolean>({ required: true })
const KEYS: [string, string][] = [
  ['Tab, j / Shift+Tab, k', 'the next blank, the one before'],
  ['Enter', 'settle it and go to the next open one'],
  ['Shift+Enter', 'settle all of this type and party'],
  ['a', 'settle everything that is open'],
  ['1 to 9', 'whose it is'],
  ['s i n d t c', 'signature, initials, name, date of signing, text, tick'],
  ['y e # o', 'a date to choose, e-mail, number, one choice'],
  ['w', 'fill it yourself: words or a value of the job'],
  ['b', 'draw a blank, then Enter puts one beside what is chosen'],
  ['x', 'strike printed words'],
  ['Arrows', 'move what is chosen by a point, with Ctrl by ten'],
  ['Shift+Arrows', 'make it wider, narrower, higher, lower'],
  ['Space', 'choose besides the others'],
  ['Ctrl+A', 'choose everything on this page'],
  ['p', 'copy for the next party, beneath'],
  ['Delete', 'it is no blank'],
  ['l', 'what it asks, in words'],
  ['Ctrl+Z, Ctrl+Shift+Z', 'undo, redo'],
  ['Ctrl+Enter', 'to the sending sheet'],
  ['+ - 0', 'larger, smaller, fitted'],
]
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    header="Keys of the marking table"
    :style="{ width: 'min(560px, 96vw)' }"
    :draggable="false"
    dismissable-mask
  >
    <dl class="keys grid grid-cols-[auto_1fr] gap-y-1.5 gap-x-4">
      <template v-for="[k, w] in KEYS" :key="k">
        <dt>
          <kbd>{{ k }}</kbd>
        </dt>
        <dd class="m-0">{{ w }}</dd>
      </template>
    </dl>
  </Dialog>
</template>
