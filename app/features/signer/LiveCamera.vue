<script setup lang="ts">
import { useSays } from './says'

/** A picture taken now with the camera; nothing from before can be given. */
const props = defineProps<{ label: string; facing: 'user' | 'environment' }>()
const emit = defineEmits<{ taken: [picture: Blob] }>()
const says = useSays()
const video = ref<HTMLVideoElement>()
const problem = ref('')
const shown = ref('')
let stream: MediaStream | null = null
async function start() {
  problem.value = ''
  shown.value = ''
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: props.facing, width: 1920 } })
    video.value!.srcObject = stream
    await video.value!.play()
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
const stop = () => stream?.getTracks().forEach((t) => t.stop())
onMounted(start)
onBeforeUnmount(stop)
function take() {
  const v = video.value!
  const canvas = document.createElement('canvas')
  canvas.width = v.videoWidth
  canvas.height = v.videoHeight
  canvas.getContext('2d')!.drawImage(v, 0, 0)
  shown.value = canvas.toDataURL('image/jpeg', 0.8)
  stop()
  canvas.toBlob((blob) => blob && emit('taken', blob), 'image/jpeg', 0.92)
}
</script>

<template>
  <div class="camera">
    <p class="strong">{{ label }}</p>
    <img v-if="shown" :src="shown" alt="" />
    <video v-else ref="video" muted playsinline :aria-label="label" />
    <p v-if="problem" class="error" role="alert">{{ problem }}</p>
    <button v-if="shown" type="button" class="btn" @click="start">{{ says('startAgain') }}</button>
    <button v-else type="button" class="btn main" @click="take">{{ says('photo') }}</button>
  </div>
</template>

<style scoped>
.camera {
  display: grid;
  gap: 8px;
  justify-items: start;
  width: 100%;
}
video,
img {
  width: 100%;
  border-radius: var(--corner);
  background: var(--ink);
}
</style>
