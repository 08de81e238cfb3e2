<script setup lang="ts">
import { shownCells } from '~~/core/document/merged'
import type { Block, Inline } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import { tableSays } from '~~/core/merge/table-words'
import { dayIn, moneyIn } from '~~/shared/words'
import type { DraftState } from './draft'
import InlineText from './InlineText'
import PriceChooser from './PriceChooser.vue'
import SignerField from './SignerField.vue'
import { useSays } from './says'

/** The paper as flowing text sized for the screen, with its fields in their places. */
defineProps<{ blocks: Block[]; state: DraftState; party: string }>()
const emit = defineEmits<{ sign: [field: FieldSpec] }>()
const says = useSays()
defineOptions({ name: 'ReadingView' })
/** Words and nothing else, as most paragraphs are: set without a piece of its own, so that long papers come alive sooner. */
const plainWords = (content: Inline[]): string | null => {
  const [only, more] = content
  return only?.t === 'text' && !more && !only.marks?.length && !only.change ? only.text : null
}
</script>

<template>
  <template v-for="(b, i) in blocks" :key="i">
    <component
      :is="`h${b.level}`"
      v-if="b.t === 'heading'"
      class="title font-serif text-ink mt-6.5 mb-2 mx-0 leading-[1.25]"
      :class="`level-${b.level}`"
      ><span v-if="b.number" class="number">{{ b.number }}</span
      ><InlineText :content="b.content" :state="state" :party="party" @sign="emit('sign', $event)"
    /></component>
    <p v-else-if="b.t === 'paragraph'" :class="{ quiet: b.small }" :style="{ textAlign: b.align }">
      <span v-if="b.number" class="number">{{ b.number }}</span><span v-if="plainWords(b.content) !== null">{{
        plainWords(b.content)
      }}</span
      ><InlineText v-else :content="b.content" :state="state" :party="party" @sign="emit('sign', $event)" />
    </p>
    <component :is="b.ordered ? 'ol' : 'ul'" v-else-if="b.t === 'list'" class="list" :class="{ ordered: b.ordered }"
      ><li v-for="(item, k) in b.items" :key="k">
        <ReadingView :blocks="item" :state="state" :party="party" @sign="emit('sign', $event)" /></li
    ></component>
    <PriceChooser v-else-if="b.t === 'priceTable'" :state="state" />
    <table v-else-if="b.t === 'planTable' && state.now.value" class="plan" data-figures="plan">
      <thead>
        <tr>
          <th>{{ says('payment') }}</th>
          <th>{{ says('due') }}</th>
          <th class="money">{{ says('amount') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in state.now.value.stages.filter((x) => x.amount > 0)" :key="s.key">
          <td v-if="s.held">{{ `${tableSays(says.language).damage} (${says('heldReturned')})` }}</td>
          <td v-else data-words>{{ s.label }}</td>
          <td>{{ s.dueOn ? dayIn(says.language, s.dueOn) : says('whenAgreed') }}</td>
          <td class="money">{{ moneyIn(says.language, s.amount, state.now.value.currency) }}</td>
        </tr>
      </tbody>
    </table>
    <table v-else-if="b.t === 'table'" class="plan">
      <thead v-if="b.head.some((h) => h.length)">
        <tr>
          <th v-for="(h, k) in b.head" :key="k">
            <InlineText :content="h" :state="state" :party="party" @sign="emit('sign', $event)" />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, k) in shownCells(b)" :key="k">
          <td v-for="cell in row" :key="cell.column" :colspan="cell.across" :rowspan="cell.down">
            <ReadingView :blocks="cell.content" :state="state" :party="party" @sign="emit('sign', $event)" />
          </td>
        </tr>
      </tbody>
    </table>
    <img v-else-if="b.t === 'image'" :src="b.src" :alt="b.alt" class="max-w-full" />
    <hr v-else-if="b.t === 'rule'" />
    <ReadingView
      v-else-if="b.t === 'keep'"
      :blocks="b.content"
      :state="state"
      :party="party"
      @sign="emit('sign', $event)"
    />
    <template v-else-if="b.t === 'columns'"
      ><section v-for="(column, k) in b.columns" :key="k" class="mb-4.5">
        <ReadingView :blocks="column" :state="state" :party="party" @sign="emit('sign', $event)" /></section
    ></template>
    <p v-else-if="b.t === 'field'">
      <SignerField
        :data-field="b.field.key"
        :field="b.field"
        :state="state"
        :mine="b.field.party === party"
        @sign="emit('sign', $event)"
      />
    </p>
  </template>
</template>

<style scoped>
.level-1 {
  font-size: 26px;
  margin-top: 6px;
}
.level-2 {
  font-size: 20px;
  font-weight: 600;
}
.level-3 {
  font-size: 17px;
}
p {
  margin: 0 0 12px;
}
.quiet {
  font-size: 15px;
  color: var(--ink-soft);
}
.number {
  margin-inline-end: 0.5em;
  color: var(--ink-soft);
}
.list {
  padding-inline-start: 22px;
  margin-bottom: 12px;
  list-style: disc;
}
.ordered {
  list-style: decimal;
}
.list :deep(p) {
  margin-bottom: 6px;
}
.plan {
  width: 100%;
  border-collapse: collapse;
  font: 15px var(--sans);
  margin: 6px 0 16px;
}
.plan th {
  text-align: start;
  font-size: 13px;
  color: var(--ink-soft);
}
.plan th.money {
  text-align: end;
}
.plan td {
  border-bottom: 1px solid var(--hairline);
  padding: 9px 6px 9px 0;
}
</style>
