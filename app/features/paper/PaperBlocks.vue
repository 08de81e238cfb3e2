<script setup lang="ts">
import { shownCells } from '~~/core/document/merged'
import type { Block } from '~~/core/document/model'
import { footersOf, headersOf } from '~~/core/document/walk'
import { sectionWords } from '~/features/writing/say'
import AmendBox from './AmendBox.vue'
import PaperText from './PaperText'
import { useRoom } from './room'

/** A paper’s blocks as they will stand on its pages, each with a pen beside it. */
defineProps<{ blocks: Block[]; bare?: boolean }>()
defineOptions({ name: 'PaperBlocks' })
const { amending, baseOf, noteAt, parties } = useRoom()
const partyOf = (key: string) =>
  Math.max(
    parties.findIndex((p) => p.key === key),
    0,
  )
const nameOf = (b: Block) =>
  'number' in b && b.number
    ? b.number.replace(/\.$/, '')
    : 'content' in b && b.t !== 'keep'
      ? `“${b.content
          .map((i) => (i.t === 'text' ? i.text : ''))
          .join('')
          .slice(0, 40)}”`
      : 'this'
</script>

<template>
  <template v-for="(b, i) in blocks" :key="b.id ?? i">
    <div
      :id="b.id ? `block-${b.id}` : undefined"
      class="piece relative"
      :class="[{ open: amending === b.id && b.id }, noteAt(b.id) ? `noted-${noteAt(b.id)}` : '']"
    >
      <button
        v-if="!bare && baseOf(b.id)"
        class="pen"
        :aria-label="`Amend ${nameOf(b)}`"
        :aria-expanded="amending === b.id"
        @click="amending = amending === b.id ? null : b.id!"
      >
        ✎
      </button>
      <component :is="`h${b.level}`" v-if="b.t === 'heading'" :class="{ numbered: b.number }" :data-number="b.number"
        ><PaperText :content="b.content"
      /></component>
      <p
        v-else-if="b.t === 'paragraph'"
        :class="{ numbered: b.number, 'small-print': b.small }"
        :data-number="b.number"
        :style="{ textAlign: b.align }"
      >
        <PaperText :content="b.content" />
      </p>
      <component :is="b.ordered ? 'ol' : 'ul'" v-else-if="b.t === 'list'"
        ><li v-for="(item, k) in b.items" :key="k"><PaperBlocks :blocks="item" :bare="bare" /></li
      ></component>
      <table v-else-if="b.t === 'table'">
        <colgroup>
          <col
            v-for="(c, k) in b.columns"
            :key="k"
            :style="{ width: `${(c.width / b.columns.reduce((n, x) => n + x.width, 0)) * 100}%` }"
          />
        </colgroup>
        <thead v-if="b.head.some((x) => x.length)">
          <tr>
            <th v-for="(cell, k) in b.head" :key="k" scope="col" :style="{ textAlign: b.columns[k]?.align }">
              <PaperText :content="cell" />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, k) in shownCells(b)" :key="k">
            <td
              v-for="cell in row"
              :key="cell.column"
              :colspan="cell.across"
              :rowspan="cell.down"
              :style="{ textAlign: b.columns[cell.column]?.align }"
            >
              <PaperBlocks :blocks="cell.content" :bare="bare" />
            </td>
          </tr>
        </tbody>
      </table>
      <PaperBlocks v-else-if="b.t === 'keep'" :blocks="b.content" :bare="bare" />
      <div v-else-if="b.t === 'columns'" class="columns">
        <div v-for="(column, k) in b.columns" :key="k"><PaperBlocks :blocks="column" :bare="bare" /></div>
      </div>
      <img
        v-else-if="b.t === 'image'"
        :src="b.src"
        :alt="b.alt"
        :style="{ width: `${b.width}pt` }"
        :class="b.ground ? `ground-${b.ground}` : ''"
      />
      <hr v-else-if="b.t === 'rule'" />
      <p v-else-if="b.t === 'field'">
        <span class="field-box min-h-[34pt] min-w-[150pt]" :data-party="(partyOf(b.field.party) % 4) + 1"
          >{{ partyOf(b.field.party) + 1 }} {{ b.field.preset ?? b.field.label.toLowerCase() }}</span
        >
      </p>
      <p v-else-if="b.t === 'pageBreak'" class="soft break">
        {{ b.column ? 'the next column begins' : 'a new page begins' }}
      </p>
      <div v-else-if="b.t === 'section'" class="soft break">
        <p>{{ sectionWords(b) }}</p>
        <template v-if="b.heads">
          <PaperBlocks :blocks="headersOf(b.heads)" bare />
          <PaperBlocks :blocks="footersOf(b.heads)" bare />
        </template>
      </div>
      <AmendBox v-if="b.id && amending === b.id" :block="b.id" />
    </div>
  </template>
</template>

<style scoped>
.piece.open > .pen {
  opacity: 1;
}
.pen {
  position: absolute;
  left: -34px;
  top: 0;
  width: 26px;
  height: 24px;
  border: 1px solid var(--hairline-strong);
  border-radius: 4px;
  background: var(--paper);
  color: var(--heather-deep);
  cursor: pointer;
  opacity: 0;
  font: 14px/1 var(--sans);
}
.piece:hover > .pen,
.pen:focus-visible {
  opacity: 1;
}
.break {
  border-top: 1px dashed var(--hairline-strong);
  text-align: center;
  font: 12px var(--sans);
}
img {
  max-width: 100%;
}
@media (hover: none) {
  .pen {
    opacity: 1;
    left: -22px;
  }
}
</style>
