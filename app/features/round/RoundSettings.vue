<script setup lang="ts">
import { readPercent, typedWords } from '~~/core/money/typed'
import { businessLocales } from '~~/shared/rounds'

interface Settings {
  checked: ('owner' | 'staff')[]
  quiet: { from: string; to: string }
  thanks: string
  locale: string
  taxRate: string
}
/** What holds for every round: who is checked, when nobody is written to, and the words after signing. */
const session = useSession()
const mine = computed(() => session.data?.member?.role === 'owner')
const settings = ref(await api<Settings>('/api/business/settings'))
const { busy, act } = useAct()
const notices = useNotices()
const staff = computed({
  get: () => settings.value.checked.includes('staff'),
  set: (on) => {
    settings.value.checked = on ? ['staff'] : []
  },
})
const languageOf = new Intl.DisplayNames('en', { type: 'language' })
const sample = (locale: string) =>
  `${new Intl.NumberFormat(locale, { minimumFractionDigits: 2, useGrouping: true }).format(11190.5)}, ${languageOf.of(locale)}`
const keep = () =>
  act(async () => {
    const rate = readPercent(settings.value.taxRate, settings.value.locale)
    if ('problem' in rate) throw new Error(typedWords(rate.problem, settings.value.taxRate, settings.value.locale))
    settings.value.taxRate = rate.value
    await api('/api/business/settings', { method: 'PUT', body: settings.value })
    await session.load()
    notices.say('Kept for every round from now on.')
  })
</script>

<template>
  <form class="settings" @submit.prevent="keep">
    <label class="tick"
      ><Checkbox v-model="staff" binary :disabled="!mine" /> What staff prepare is checked by somebody else before it
      goes out</label
    >
    <div class="two">
      <label class="field"
        ><span>No reminders from</span><WhenField v-model="settings.quiet.from" kind="time" :disabled="!mine" required
      /></label>
      <label class="field"
        ><span>until</span><WhenField v-model="settings.quiet.to" kind="time" :disabled="!mine" required
      /></label>
    </div>
    <label class="field"
      ><span>What people read when they have signed</span
      ><Textarea
        v-model="settings.thanks"
        auto-resize
        rows="3"
        maxlength="1000"
        :disabled="!mine"
        placeholder="Thank you; we look forward to seeing you."
      />
    </label>
    <div class="two">
      <Choice
        v-model="settings.locale"
        label="Numbers are written as"
        :disabled="!mine"
        :options="businessLocales.map((l) => ({ value: l, label: sample(l) }))"
      />
      <label class="field"
        ><span>Tax on lines of your own, in percent</span
        ><InputText v-model="settings.taxRate" inputmode="decimal" :disabled="!mine" required
      /></label>
    </div>
    <Button v-if="mine" type="submit" :disabled="busy">Keep it</Button>
    <p v-else class="small soft">Only the owner changes this.</p>
  </form>
</template>

<style scoped>
.settings {
  display: grid;
  gap: 10px;
  justify-items: start;
  max-width: 520px;
}
.settings .field {
  width: 100%;
}
.tick {
  display: flex;
  gap: 8px;
}
.tick input {
  accent-color: var(--heather);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
