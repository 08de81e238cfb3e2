<script setup lang="ts">
import { useSays } from './says'

/** A code to scan with the phone, to draw there. */
const props = defineProps<{ open: () => Promise<string> }>()
const says = useSays()
const url = ref('')
const problem = ref('')
onMounted(async () => {
  try {
    url.value = await props.open()
  } catch (e) {
    problem.value = wordsOf(e)
  }
})
</script>

<template>
  <div class="phone grid gap-2.5 justify-items-center">
    <p class="small">{{ says('phoneHint') }}</p>
    <LazyQrImage v-if="url" :text="url" />
    <p v-if="url" class="soft small" role="status">{{ says('phoneWaiting') }}</p>
    <p v-if="problem" class="error" role="alert">{{ problem }}</p>
  </div>
</template>
