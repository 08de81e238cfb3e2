<script setup lang="ts">
import { useLink } from './useLink'

/** The address: as a link, a QR code, posters, and a piece for a page of one's own. */
const link = useLink()
const { view, draft } = storeToRefs(link)
const notices = useNotices()
const asking = useAsking()
const { busy, act } = useAct()
const url = computed(() => view.value!.url)
const piece = computed(
  () =>
    `<iframe src="${url.value}" title="${view.value!.name.replaceAll('"', '&quot;')}" style="width:100%;height:720px;border:0"></iframe>`,
)
const origins = ref(draft.value!.settings.origins.join('\n'))
const keepOrigins = () =>
  link.set(
    (d) =>
      (d.settings.origins = origins.value
        .split(/\s+/)
        .map((o) => o.trim())
        .filter(Boolean)),
  )
async function copy(text: string, what: string) {
  await navigator.clipboard.writeText(text)
  notices.say(`${what} is copied.`)
}
const renew = () =>
  act(async () => {
    const words = 'The address is changed: links and posters that are out stop working. What came in stays.'
    if (!(await asking.ask(words, 'Give it another address'))) return
    await link.act('renew')
    notices.say('It has another address now. Print the poster again.')
  })
const SIZES = [
  ['a4', 'A4'],
  ['a5', 'A5'],
  ['card', 'A card'],
] as const
</script>

<template>
  <div class="grid gap-3">
    <h2>The address</h2>
    <QrImage :text="url" />
    <div class="flex flex-wrap gap-2">
      <Button variant="outlined" size="small" @click="copy(url, 'The address')">Copy the address</Button>
      <Button variant="text" size="small" :disabled="busy" @click="renew">It got into wrong hands</Button>
    </div>
    <h2>To hang up, or hand out</h2>
    <p class="flex flex-wrap gap-2">
      <LinkButton
        v-for="[size, name] in SIZES"
        :key="size"
        :to="`/api/standing-links/${view!.id}/poster?size=${size}`"
        external
        target="_blank"
        >{{ name }}</LinkButton
      >
    </p>
    <h2>In a page of yours</h2>
    <label class="field"
      ><span>Pages it may stand in, one a row</span
      ><Textarea v-model="origins" rows="2" auto-resize placeholder="https://www.example.com" @change="keepOrigins"
    /></label>
    <template v-if="draft!.settings.origins.length">
      <p class="soft small">Who they are is asked there; the paper opens in a window of its own.</p>
      <Button variant="outlined" size="small" class="justify-self-start" @click="copy(piece, 'The piece for your page')"
        >Copy the piece for your page</Button
      >
    </template>
  </div>
</template>
