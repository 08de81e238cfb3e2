<script setup lang="ts">
/** What is shown where there is no page, or one could not be shown. */
const props = defineProps<{ missing: boolean }>()
const emit = defineEmits<{ back: [] }>()
useHead({ title: () => (props.missing ? 'Not found' : 'That did not work') })
</script>

<template>
  <section class="lost max-w-110 my-[14vh] mx-auto py-0 px-5 grid gap-3 justify-items-start">
    <ContourLines />
    <h1>{{ missing ? 'There is nothing at this address' : 'That did not work' }}</h1>
    <p class="soft">
      {{
        missing
          ? 'It may have been moved or thrown away, or a letter of the address went missing.'
          : 'Nothing was lost. Try again in a moment.'
      }}
    </p>
    <Button size="large" @click="emit('back')">To Today</Button>
  </section>
</template>
