<script setup lang="ts">
import { quantityText } from '~~/core/layout/figures'
import { changeBetween, type ExtraRow, isNothing, showExtra } from '~~/core/extras/extra'
import { type Discount, type PricedLine, counts } from '~~/core/pricing/pricing'
import { newExtra } from '~~/shared/jobs'
import LinesEditor from '../lines/LinesEditor.vue'
import { signHere } from './extra'
import { useJob } from './useJob'

/** A change to what was agreed: the lines as they are to be, what that changes, and who signs it where. */
const props = defineProps<{ words: string; lines?: PricedLine[] }>()
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const pricing = computed(() => ({
  lines: job.value.lines,
  discount: job.value.discount,
  pricesIncludeTax: job.value.pricesIncludeTax,
  reverseCharge: job.value.reverseCharge,
}))
const form = reactive({
  lines: (props.lines ?? job.value.lines)
    .filter(counts)
    .map((l): PricedLine => ({ ...l, optional: false, group: null, chosen: true, variant: null })),
  discount: job.value.discount as Discount | null,
  words: props.words,
  key: newKey(),
})
const editor = ref<{ settled(): boolean }>()
const change = computed(() => changeBetween(pricing.value, form))
const shown = computed(() => {
  try {
    return isNothing(change.value) ? null : showExtra(pricing.value, change.value)
  } catch {
    // A number is being typed.
    return null
  }
})
const c = (n: number) => money(n, job.value.currency)
const signed = (n: number) => `${n > 0 ? '+' : ''}${c(n)}`
const DOES = { added: 'added', taken: 'taken out', altered: 'altered', discount: '' } as const
function wordsOf(r: ExtraRow): string {
  const line = (r.after ?? r.before)?.line
  return line ? `${line.description}, ${quantityText(line)}: ${DOES[r.does]}` : 'Discount on the whole'
}
const here = ref(false)
async function send(body: object) {
  if (!editor.value!.settled()) return
  const { id } = await api<{ id: string }>(`/api/jobs/${job.value.id}/extras`, { method: 'POST', body })
  if (here.value) window.location.replace(await signHere(id))
  else await navigateTo(`/papers/${id}`)
}
</script>

<template>
  <Dialog
    visible
    modal
    header="An extra"
    :style="{ width: 'min(1180px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy, problems }" class="grid gap-3" :schema="newExtra" :given="() => form" :send="send">
      <p class="soft small">
        Add, alter or take out what was agreed. It is a short paper of its own: what was signed before stays as it was,
        and this counts once the client has signed it.
      </p>
      <LinesEditor
        ref="editor"
        v-model:lines="form.lines"
        v-model:discount="form.discount"
        :prices-include-tax="job.pricesIncludeTax"
        :reverse-charge="job.reverseCharge"
        :currency="job.currency"
        :day="job.starts?.slice(0, 10)"
        :problems="problems"
      />
      <FieldOf name="words" label="A word about it; it stands on the paper"
        ><InputText v-model="form.words" maxlength="1000" placeholder="As we said by phone"
      /></FieldOf>
      <div aria-live="polite">
        <ul v-if="shown" class="ledger" aria-label="What it changes">
          <li v-for="(r, i) in shown.rows" :key="i" class="flex gap-3 justify-between py-1.5">
            <span class="wrap-anywhere">{{ wordsOf(r) }}</span><span class="money">{{ signed(r.difference) }}</span>
          </li>
          <li class="flex gap-3 justify-between py-1.5 strong">
            <span>{{ c(shown.before) }} agreed, tax included; with this</span
            ><span class="money">{{ c(shown.after) }}</span>
          </li>
        </ul>
        <p v-else class="soft">Nothing is changed yet.</p>
      </div>
      <p class="acts">
        <Button type="submit" size="large" :disabled="busy || !shown" @click="here = true">Have it signed here</Button>
        <Button type="submit" variant="outlined" :disabled="busy || !shown" @click="here = false">Send it</Button>
        <Button variant="text" @click="emit('close')">Never mind</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
