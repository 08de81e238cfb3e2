<script setup lang="ts">
import { z } from 'zod'
import { newComment } from '~~/shared/comments'
import CommentThread from './CommentThread.vue'
import { useComments } from './useComments'

/** What members say to each other about what is written here: never printed, never sent. It stays in sight at the foot of its margin. */
const props = defineProps<{ on: 'paper' | 'template'; of: string; block: () => string | null }>()
defineEmits<{ go: [block: string] }>()
const comments = useComments()
const { open, rested } = storeToRefs(comments)
const { act } = useAct()
void act(() => comments.show(props.on, props.of))
const writing = ref(false)
const words = ref('')
/** The block the cursor was in when it was begun. */
const about = ref<string | null>(null)
function begin(): void {
  about.value = props.block()
  writing.value = true
}
const said = z.object({ words: newComment.shape.words })
async function say({ words: text }: { words: string }): Promise<void> {
  await comments.say(text, { block: about.value })
  words.value = ''
  writing.value = false
}
</script>

<template>
  <section
    class="gap py-3 bg-chalk min-[1101px]:sticky bottom-0 min-[1101px]:mt-auto min-[1101px]:max-h-[50vh] overflow-auto"
    aria-label="Between us"
  >
    <div class="section-head">
      <h2>Between us</h2>
      <Button v-if="!writing" size="small" variant="text" @mousedown.prevent @click="begin">Say something</Button>
    </div>
    <FormOf v-if="writing" v-slot="{ busy }" class="grid gap-2" :schema="said" :given="() => ({ words })" :send="say">
      <FieldOf name="words" :label="about ? 'About this passage' : 'About the whole'"
        ><Textarea v-model="words" auto-resize rows="2" maxlength="2000" autofocus
      /></FieldOf>
      <div class="acts">
        <Button type="submit" size="small" :disabled="busy">Say it</Button>
        <Button variant="text" size="small" @click="writing = false">Leave it</Button>
      </div>
    </FormOf>
    <ul v-if="open.length" class="grid gap-3 mt-2" aria-label="Open">
      <CommentThread v-for="c in open" :key="c.id" :comment="c" @go="$emit('go', $event)" />
    </ul>
    <p v-else-if="!writing" class="soft small">Nothing is open. What is said here is never printed or sent.</p>
    <details v-if="rested.length" class="small mt-2">
      <summary class="cursor-pointer soft">{{ rested.length }} at rest</summary>
      <ul class="grid gap-3 mt-2">
        <CommentThread v-for="c in rested" :key="c.id" :comment="c" @go="$emit('go', $event)" />
      </ul>
    </details>
  </section>
</template>
