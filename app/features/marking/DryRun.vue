<script setup lang="ts">
import type { Party } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import type { PlacedField } from '~~/core/layout/types'
import SignatureSheet from '../signer/SignatureSheet.vue'
import PageForm from '../signer/PageForm.vue'
import { type DraftState, lookOnly } from '../signer/draft'

/** The paper filled as each party would, before anybody gets it. What is filled in here goes nowhere. */
const props = defineProps<{
  title: string
  pdf: string
  parties: readonly Party[]
  fields: readonly PlacedField[]
  today: string
}>()
const visible = defineModel<boolean>({ required: true })
const party = ref(props.parties[0]?.key ?? '')
const specs = computed(() =>
  [...new Map([...props.fields].reverse().map((f) => [f.field.key, f.field])).values()].reverse(),
)
const states = new Map<string, DraftState>()
for (const p of props.parties)
  states.set(
    p.key,
    lookOnly(ref(null), {
      fields: () => specs.value,
      party: () => p.key,
      today: props.today,
      around: () => ({
        fields: specs.value.filter((f) => f.party !== p.key),
        values: Object.assign({}, ...[...states].filter(([k]) => k !== p.key).map(([, s]) => s.draft.value.values)),
      }),
    }),
  )
const state = computed(() => states.get(party.value)!)
const mine = computed(() => props.fields.filter((f) => f.field.party === party.value))
const asked = ref(false)
/** Once it is tried to be finished, everything that is missing is told. */
provide(
  'passed',
  computed(() => new Set(asked.value ? specs.value.map((f) => f.key) : [])),
)
const signing = ref(false)
const place = ref<FieldSpec | null>(null)
function sign(field: FieldSpec) {
  place.value = field
  signing.value = true
}
const left = computed(() => state.value?.problems.value ?? [])
const number = (key: string) => props.parties.findIndex((p) => p.key === key) + 1
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="`${title}, as it will be filled`"
    :style="{ width: '860px' }"
    :draggable="false"
    dismissable-mask
  >
    <div class="acts">
      <OneOf
        :model-value="party"
        autofocus
        label="As whom"
        :options="parties.map((p, i) => ({ value: p.key, label: p.label, number: i + 1 }))"
        @update:model-value="((party = $event), (asked = false))"
      />
      <span class="grow" />
      <Button variant="outlined" @click="asked = true">Try to finish</Button>
    </div>
    <p v-if="asked" class="notice" :class="{ trouble: left.length }" role="status">
      <template v-if="!left.length">Nothing is missing: party {{ number(party) }} could finish.</template>
      <template v-else
        >{{ left.length }} left:
        {{
          left
            .slice(0, 4)
            .map((p) => p.message)
            .join(' ')
        }}</template
      >
    </p>
    <div class="pages max-h-[64vh] overflow-auto bg-desk p-3.5" tabindex="0" role="region" aria-label="The pages">
      <PageForm v-if="state" :key="party" :src="pdf" :title="title" :fields="mine" :state="state" @sign="sign" />
    </div>
    <Dialog
      v-model:visible="signing"
      modal
      header="A signature, to try it"
      :style="{ width: '480px' }"
      :draggable="false"
    >
      <SignatureSheet
        name="Try it"
        :what="place?.type === 'initials' ? 'initials' : 'signature'"
        :current="place ? state.markOf(place) : null"
        @done="(mark, scope) => (place && state.setMark(place, mark, scope), (signing = false))"
      />
    </Dialog>
  </Dialog>
</template>
