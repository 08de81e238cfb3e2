<script setup lang="ts">
/**
 * A text that is given when its field is left, or with Enter. Something else on the page that changes meanwhile doesn't take
 * away what is being typed.
 */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ value: string | number | null | undefined; long?: boolean }>()
const emit = defineEmits<{ given: [text: string] }>()
const shown = computed(() => String(props.value ?? ''))
const typed = ref<string | null>(null)
const text = computed({
  get: () => typed.value ?? shown.value,
  set: (value) => {
    typed.value = value ?? ''
  },
})
function give(): void {
  const value = typed.value
  typed.value = null
  if (value !== null && value !== shown.value) emit('given', value)
}
onBeforeUnmount(give)
</script>

<template>
  <Textarea v-if="long" v-model="text" auto-resize v-bind="$attrs" @blur="give" />
  <InputText v-else v-model="text" v-bind="$attrs" @blur="give" @keydown.enter="give" />
</template>
