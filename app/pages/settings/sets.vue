<script setup lang="ts">
import type { StarterTaken } from '~~/shared/out/settings'
import { starterSet } from '~~/shared/starter'
import SettingPage from '~/features/settings/SettingPage.vue'

/** What we begin with, as a file: job kinds, papers, priced items and messages, taken out and brought in. */
useHead({ title: 'What we begin with · Upwold' })
const { busy, act } = useAct()
const notices = useNotices()
const asking = useAsking()
const brings = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`
const takeIn = ([file]: File[]) =>
  act(async () => {
    if (!file) return
    const read = starterSet.safeParse(
      await file
        .text()
        .then(JSON.parse)
        .catch(() => null),
    )
    if (!read.success)
      throw new Error(
        `${file.name} is no starter set. ${read.error.issues[0]?.path.join('.') ? `Wrong in it: ${read.error.issues[0].path.join('.')}.` : ''}`,
      )
    const { kinds, templates, items } = read.data
    const words = `${brings(kinds.length, 'job kind', 'job kinds')}, ${brings(templates.length, 'paper', 'papers')} and ${brings(items.length, 'priced item', 'priced items')}`
    if (!(await asking.ask(`Add “${read.data.name}”: ${words}? What is here stays.`, 'Add them'))) return
    const taken = await api<StarterTaken>('/api/starter', { method: 'POST', body: read.data })
    notices.say(`Added ${brings(taken.kinds, 'job kind', 'job kinds')}, ${brings(taken.templates, 'paper', 'papers')}.`)
  })
</script>

<template>
  <SettingPage title="What we begin with" says="as a file">
    <p class="mb-4 max-w-140">
      All job kinds, the papers they need, priced items and saved messages in one open file: to keep, to read, or for
      another Upwold to begin with.
    </p>
    <p class="acts">
      <Button as="a" href="/api/starter" download="starter.json" variant="outlined">Take it out</Button>
      <FilePick
        label="Bring a set in"
        name="A starter set"
        accept=".json,application/json"
        :disabled="busy"
        @picked="takeIn"
      />
    </p>
  </SettingPage>
</template>
