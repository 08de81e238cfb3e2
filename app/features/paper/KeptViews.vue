<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { X } from '@lucide/vue'
import { usePapers } from './usePapers'

/** Ways of looking at the papers that a member keeps, on this device. */
const papers = usePapers()
const session = useSession()
const notices = useNotices()
interface View {
  name: string
  by: Record<string, string>
}
const kept = useLocalStorage<View[]>(() => `upwold-views papers ${session.data?.member?.id ?? ''}`, [])
const views = computed(() => (Array.isArray(kept.value) ? kept.value.filter((v) => v?.name && v.by) : []))
const naming = ref(false)
const name = ref('')
function keep(): void {
  const view = { name: name.value.trim().slice(0, 60), by: papers.asked() }
  kept.value = [...views.value.filter((v) => v.name !== view.name), view].slice(-12)
  naming.value = false
  name.value = ''
}
function drop(view: View): void {
  const before = views.value
  kept.value = before.filter((v) => v !== view)
  notices.say(`“${view.name}” is no longer kept.`, { undo: async () => void (kept.value = before) })
}
const isOn = (v: View) => JSON.stringify(v.by) === JSON.stringify(papers.asked())
</script>

<template>
  <span v-for="v in views" :key="v.name" class="flex items-center">
    <Button
      class="slim"
      :variant="isOn(v) ? undefined : 'outlined'"
      :aria-pressed="isOn(v)"
      @click="papers.look(v.by)"
      >{{ v.name }}</Button
    >
    <IconButton :label="`Keep “${v.name}” no longer`" @click="drop(v)"><X :size="14" /></IconButton>
  </span>
  <Button v-if="papers.narrowed" variant="outlined" @click="naming = true">Keep this view…</Button>
  <Dialog v-model:visible="naming" modal header="Keep this view" :draggable="false">
    <form class="form" @submit.prevent="keep">
      <label class="field"
        ><span>What it is called</span><InputText v-model="name" autofocus maxlength="60" placeholder="Out, over £500"
      /></label>
      <p class="acts">
        <Button type="submit" :disabled="!name.trim()">Keep it</Button>
        <Button variant="text" @click="naming = false">Never mind</Button>
      </p>
    </form>
  </Dialog>
</template>
