<script setup lang="ts">
import Toast from 'primevue/toast'
import ToastEventBus from 'primevue/toasteventbus'
import type { Notice } from '~/composables/notices'

/** Short words at the bottom of the screen, one at a time, with a way back where something can be undone. */
const notices = useNotices()
function show(now: Notice | null): void {
  ToastEventBus.emit('remove-all-groups')
  if (now)
    ToastEventBus.emit('add', {
      severity: now.trouble ? 'error' : 'success',
      summary: now.words,
      detail: now,
      closable: true,
    })
}
watch(() => notices.now, show)
// What is said first brings this bar here: it is shown once the part that shows it is there.
onMounted(() => show(notices.now))
/** Closed by somebody, not because another came. */
function closed(event: object): void {
  if ('type' in event && event.type === 'close') notices.drop()
}
async function undo({ undo }: Notice) {
  notices.drop()
  try {
    await undo?.()
  } catch (e) {
    notices.trouble(e)
  }
}
</script>

<template>
  <!-- Its place above all else is in the sheet of parts: the part itself lets go of it when one word follows another. -->
  <Toast
    position="bottom-center"
    :auto-z-index="false"
    :close-button-props="{ autofocus: undefined, 'aria-label': 'Close this message' }"
    :pt="{
      message: ({ props }: { props: { message: { severity: string } } }) =>
        props.message.severity === 'error' ? {} : { role: 'status', 'aria-live': 'polite' },
    }"
    @close="closed"
  >
    <template #message="{ message }">
      <span class="words flex-1 self-center">{{ message.summary }}</span>
      <Button v-if="message.detail.undo" variant="text" class="text-inherit underline" @click="undo(message.detail)"
        >Undo</Button
      >
    </template>
  </Toast>
</template>
