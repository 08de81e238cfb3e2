<script setup lang="ts">
import { useSays } from './says'

/** A picture taken now with the camera; nothing from before can be given. */
const props = defineProps<{
  label: string
  hint?: string
  facing: 'user' | 'environment'
  /** Looks at what the camera sees while it runs; the next is shown once it is done with the last. */
  look?: (seen: ImageData) => Promise<void>
}>()
const emit = defineEmits<{ taken: [picture: Blob | null] }>()
const says = useSays()
const video = ref<HTMLVideoElement>()
const state = ref<'starting' | 'running' | 'taken' | 'none'>('starting')
const shown = ref('')
let stream: MediaStream | null = null
async function start() {
  state.value = 'starting'
  emit('taken', null)
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: props.facing, width: 1920 } })
    video.value!.srcObject = stream
    await video.value!.play()
    state.value = 'running'
    void looking()
  } catch {
    state.value = 'none'
  }
}
/** Wide enough for the barcode of a licence held at arm’s length. */
const LOOKED = 1280
async function looking() {
  const canvas = document.createElement('canvas')
  while (props.look && state.value === 'running' && video.value) {
    const { videoWidth: w, videoHeight: h } = video.value
    const scale = Math.min(1, LOOKED / w)
    canvas.width = Math.round(w * scale)
    canvas.height = Math.round(h * scale)
    const on = canvas.getContext('2d', { willReadFrequently: true })!
    on.drawImage(video.value, 0, 0, canvas.width, canvas.height)
    await props.look(on.getImageData(0, 0, canvas.width, canvas.height))
    await new Promise((next) => requestAnimationFrame(next))
  }
}
const stop = () => stream?.getTracks().forEach((t) => t.stop())
onMounted(start)
onBeforeUnmount(() => {
  state.value = 'none'
  stop()
})
function take() {
  const v = video.value!
  const canvas = document.createElement('canvas')
  canvas.width = v.videoWidth
  canvas.height = v.videoHeight
  canvas.getContext('2d')!.drawImage(v, 0, 0)
  shown.value = canvas.toDataURL('image/jpeg', 0.8)
  state.value = 'taken'
  // Phones have one camera running at a time: the next can't start before this one has stopped.
  stop()
  canvas.toBlob((blob) => blob && emit('taken', blob), 'image/jpeg', 0.92)
}
</script>

<template>
  <div class="grid gap-2 justify-items-start w-full">
    <p class="strong">{{ label }}</p>
    <p v-if="hint" role="status">{{ hint }}</p>
    <img v-if="state === 'taken'" class="w-full rounded-corner bg-ink" :src="shown" :alt="label" />
    <video
      v-else
      v-show="state !== 'none'"
      ref="video"
      class="w-full rounded-corner bg-ink"
      muted
      playsinline
      :aria-label="label"
    />
    <p v-if="state === 'none'" class="error" role="alert">{{ says('noCamera') }}</p>
    <Button v-if="state === 'taken' || state === 'none'" variant="outlined" @click="start">
      {{ says('startAgain') }}
    </Button>
    <Button v-else :disabled="state === 'starting'" :aria-label="`${says('takePicture')}: ${label}`" @click="take">
      {{ says('takePicture') }}
    </Button>
  </div>
</template>
