<script setup lang="ts">
import { quantityText } from '~~/core/layout/figures'
import { contentText } from '~~/core/pricing/contents'
import { headed, totalWith } from '~~/core/pricing/headings'
import { counts, type Discount, type PricedLine } from '~~/core/pricing/pricing'
import { takenOf, variantsOf } from '~~/core/pricing/variants'
import { typedDecimal } from '~~/core/money/typed'
import { saveLines } from '~~/shared/jobs'
import LinesEditor from '../lines/LinesEditor.vue'
import ExtraDialog from './ExtraDialog.vue'
import JobRhythm from './JobRhythm.vue'
import { mayMakeExtra } from './extra'
import { useJob } from './useJob'

/** The priced lines with their sum, and the table to change them in. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const { put } = thisJob
const notices = useNotices()
const locale = useLocale()
const session = useSession()
interface Lines {
  lines: PricedLine[]
  discount: Discount | null
  reverseCharge: boolean
}
const editing = ref<Lines | null>(null)
const begin = () => {
  const { lines, discount, reverseCharge } = job.value
  editing.value = { lines: lines.map((l) => ({ ...l })), discount, reverseCharge }
}
const editor = ref<{ settled(): boolean }>()
async function save() {
  if (!editor.value!.settled()) return
  const { lines, discount, reverseCharge } = job.value
  const before: Lines = { lines, discount, reverseCharge }
  await put('PUT', '/lines', editing.value!)
  editing.value = null
  notices.say('Saved: priced lines.', { undo: () => put('PUT', '/lines', before) })
}
/** What was agreed is changed by an extra, with what is said about it. */
const extra = ref<{ words: string; lines?: PricedLine[] } | null>(null)
const mayExtra = computed(() => mayMakeExtra(job.value, session))
defineExpose({ begin, extra: (words: string, lines: PricedLine[]) => (extra.value = { words, lines }) })
/** Once one variant is agreed the others have lapsed, and their lines with them. */
const lapsed = computed(() => {
  const taken = takenOf(job.value.lines)
  return job.value.agreed ? variantsOf(job.value.lines).filter((v) => v !== taken) : []
})
/** Each line with what stands above it: its variant with what all comes to then, its section. */
const rows = computed(() => {
  const { lines, priced, discount, pricesIncludeTax, reverseCharge, currency } = job.value
  const shown = lines.flatMap((l, i) =>
    lapsed.value.includes(l.variant?.name ?? '') ? [] : [{ l, net: priced.lines[i]!.net }],
  )
  const pricing = { lines, discount, pricesIncludeTax, reverseCharge }
  return headed(shown, (s) => s.l).map(({ item, variant, section }) => ({
    ...item,
    variant: variant && { ...variant, total: money(totalWith(pricing, variant.name), currency) },
    section: section?.name ?? null,
  }))
})
const optionWords = (l: PricedLine) => (!l.chosen ? 'left out' : job.value.agreed ? 'taken' : 'may be left')
</script>

<template>
  <section aria-labelledby="lines">
    <div class="section-head">
      <h2 id="lines">Priced lines</h2>
      <Button v-if="!job.agreedOn" size="small" variant="text" @click="begin">Change</Button>
      <Button v-else-if="mayExtra" size="small" variant="text" @click="extra = { words: '' }">Add an extra</Button>
    </div>
    <table
      class="[&_td]:border-b [&_td]:border-hairline [&_td]:py-[7px] [&_td]:px-0 sums w-full border-collapse"
      aria-labelledby="lines"
    >
      <tbody>
        <template v-for="{ l, net, variant, section } in rows" :key="l.key">
          <tr v-if="variant">
            <td>
              <b>{{ variant.name }}</b>
              <span class="soft small"> {{ variant.taken ? (job.agreed ? 'taken' : 'proposed') : 'beside it' }}</span>
            </td>
            <td class="money">{{ variant.total }}</td>
          </tr>
          <tr v-if="section">
            <td colspan="2" class="font-semibold">{{ section }}</td>
          </tr>
          <tr :class="{ soft: !counts(l) }">
            <td>
              {{ l.description }}<span v-if="l.quantity !== '1' || l.unit" class="soft">, {{ quantityText(l) }}</span>
              <span v-if="l.optional" class="soft small"> {{ optionWords(l) }}</span>
              <span v-for="(c, i) in l.contents ?? []" :key="i" class="block soft small">{{
                contentText(c, locale)
              }}</span>
            </td>
            <td class="money">{{ money(net, job.currency) }}</td>
          </tr>
        </template>
        <tr v-if="job.priced.discount">
          <td class="soft">Discount on the whole</td>
          <td class="money">−{{ money(job.priced.discount, job.currency) }}</td>
        </tr>
        <tr v-for="g in job.priced.groups" :key="g.rate">
          <td class="soft">
            {{ job.reverseCharge ? 'Reverse charge: the client owes the tax' : `Tax at ${g.rate}%`
            }}{{ job.pricesIncludeTax && !job.reverseCharge ? ', included' : '' }}
          </td>
          <td class="money soft">{{ money(g.tax, job.currency) }}</td>
        </tr>
        <tr class="strong">
          <td>{{ job.agreed ? 'Agreed' : 'Total' }}</td>
          <td class="money">{{ money(job.priced.total, job.currency) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="lapsed.length" class="soft small mt-2">Lapsed: {{ lapsed.join(', ') }}</p>
    <ul v-if="job.short.length" class="grid gap-2 mt-3" aria-label="Too few">
      <li v-for="s in job.short" :key="s.item" class="notice small">
        {{ typedDecimal(s.wanted, locale) }} of {{ s.description }} wanted at once, and {{ s.stock }} there<template
          v-if="s.jobs.length"
          >; also on
          <template v-for="(other, i) in s.jobs" :key="other.id"
            >{{ i ? ', ' : '' }}<NuxtLink :to="`/jobs/${other.id}`">{{ other.title }}</NuxtLink></template
          ></template
        >
      </li>
    </ul>
    <JobRhythm />
    <ExtraDialog v-if="extra" :words="extra.words" :lines="extra.lines" @close="extra = null" />
    <Dialog
      :visible="!!editing"
      modal
      header="Priced lines"
      :style="{ width: 'min(1180px, 96vw)' }"
      :draggable="false"
      @update:visible="editing = null"
    >
      <FormOf
        v-if="editing"
        v-slot="{ busy, problems }"
        :schema="saveLines"
        :given="() => ({ ...editing, version: job.version })"
        :send="save"
      >
        <LinesEditor
          ref="editor"
          v-model:lines="editing.lines"
          v-model:discount="editing.discount"
          :prices-include-tax="job.pricesIncludeTax"
          :currency="job.currency"
          :day="job.starts?.slice(0, 10)"
          :reverse-charge="editing.reverseCharge"
          :record="job"
          variants
          :problems="problems"
        />
        <label class="acts small mt-3"
          ><Checkbox v-model="editing.reverseCharge" binary aria-describedby="reverse-charge" />
          <span id="reverse-charge"
            >Reverse charge: the client, a business elsewhere, owes the tax; their tax number stands on the
            invoice</span
          ></label
        >
        <p class="acts">
          <Button type="submit" size="large" :disabled="busy">Save the lines</Button>
          <Button variant="text" @click="editing = null">Never mind</Button>
        </p>
      </FormOf>
    </Dialog>
  </section>
</template>
