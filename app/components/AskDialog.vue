<script setup lang="ts">
/** The one question that has to be answered before something is done. */
const asking = useAsking()
const open = computed({ get: () => asking.question !== null, set: (on) => !on && asking.answer(false) })
</script>

<template>
  <Dialog v-model:visible="open" modal header="Is that meant?" :style="{ width: '440px' }" :draggable="false">
    <p>{{ asking.question?.words }}</p>
    <p class="acts">
      <Button autofocus @click="asking.answer(true)">{{ asking.question?.yes }}</Button>
      <Button variant="text" @click="asking.answer(false)">Never mind</Button>
    </p>
  </Dialog>
</template>
