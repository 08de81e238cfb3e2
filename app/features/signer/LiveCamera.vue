<script setup lang="ts">
import { useSays } from './says'

/** A picture taken now with the camera; nothing from before can be given. */
const props = defineProps<{ label: string; hint?: string; facing: 'user' | 'environment' }>()
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
  } catch {
    state.value = 'none'
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
