<script setup lang="ts">
import { X } from '@lucide/vue'
import { useCalendar } from './useCalendar'

/** Other calendars laid beneath the business's own: a file, or an address that is read again. */
const calendar = useCalendar()
const { data } = storeToRefs(calendar)
const session = useSession()
const notices = useNotices()
const { busy, act } = useAct()
const open = ref(false)
const called = ref('')
const address = ref('')
const begin = () => {
  called.value = address.value = ''
  open.value = true
}
const lay = (from: string | File) =>
  act(async () => {
    await calendar.lay(called.value.trim() || (typeof from === 'string' ? new URL(from).hostname : from.name), from)
    open.value = false
    notices.say('It lies beneath now.')
  })
</script>

<template>
  <section aria-labelledby="laid" class="grid gap-1">
    <div class="section-head">
      <h2 id="laid">Laid beneath</h2>
      <Button v-if="session.may('jobs')" variant="text" size="small" @click="begin">Add a calendar</Button>
    </div>
    <ul v-if="data?.calendars.length" class="ledger">
      <li v-for="c in data.calendars" :key="c.id" class="py-1.5 flex gap-2 items-center">
        <span class="flex-1 min-w-0 wrap-anywhere"
          >{{ c.name
          }}<span class="soft small block" :class="{ bad: c.trouble }">{{
            c.trouble || `${c.entries} ${c.entries === 1 ? 'entry' : 'entries'}`
          }}</span></span
        >
        <IconButton
          v-if="session.may('jobs')"
          :label="`Take ${c.name} away`"
          :disabled="busy"
          @click="act(() => calendar.takeUp(c.id))"
          ><X :size="16"
        /></IconButton>
      </li>
    </ul>
    <p v-else class="soft small">School holidays, your own week: any calendar can lie beneath.</p>
    <Dialog
      v-model:visible="open"
      modal
      header="A calendar to lie beneath"
      class="w-[min(480px,calc(100vw-24px))]"
      :draggable="false"
    >
      <form class="grid gap-3" @submit.prevent="lay(address)">
        <label class="field"
          ><span>What it is called</span><InputText v-model="called" maxlength="80" autofocus
        /></label>
        <label class="field"
          ><span>Its address (.ics)</span
          ><InputText v-model="address" type="url" maxlength="500" placeholder="https://"
        /></label>
        <p class="acts flex-wrap">
          <Button type="submit" :disabled="busy || !address.trim()">Read it from there</Button>
          <FilePick label="Or take a file" accept=".ics,text/calendar" @picked="(f) => f[0] && lay(f[0])" />
        </p>
      </form>
    </Dialog>
  </section>
</template>
