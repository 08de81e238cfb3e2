<script setup lang="ts">
import type { Node as ProseNode } from '@tiptap/pm/model'
import { NodeSelection } from '@tiptap/pm/state'
import type { Condition } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import { type ProseNode as SheetNode, type Ways, withWays } from '~~/core/document/prose'
import ConditionEdit from './ConditionEdit.vue'
import FieldEdit from './FieldEdit.vue'
import PictureEdit from './PictureEdit.vue'
import SectionEdit from './SectionEdit.vue'
import TableEdit from './TableEdit.vue'
import { FORMATS, LISTS, clauseName, formatsFor, labelOf, sourceWords } from './say'
import { useSheet } from './useSheet'

/** What is chosen on the sheet, a value, a field, a picture or a paragraph, and what can be set about it. */
const { editor, view, worked } = storeToRefs(useSheet())
interface Chosen {
  node: ProseNode
  pos: number
  row: { node: ProseNode; pos: number } | null
}
const chosen = shallowRef<Chosen | null>(null)
/** Nothing is chosen before somebody has been on the sheet. */
let touched = false
const BLOCKS = new Set(['heading', 'paragraph', 'bulletList', 'orderedList', 'table', 'keep', 'columns', 'section'])

function look(): void {
  const e = editor.value
  if (!e || e.isDestroyed) return
  touched ||= e.isFocused
  if (!touched) return
  const { selection } = e.state
  if (selection instanceof NodeSelection) {
    chosen.value = { node: selection.node, pos: selection.from, row: null }
    return
  }
  const { $from } = selection
  let row: Chosen['row'] = null
  for (let d = $from.depth; d > 0; d -= 1) {
    const node = $from.node(d)
    if (node.type.name === 'tableRow') row = { node, pos: $from.before(d) }
    if (!BLOCKS.has(node.type.name)) continue
    const parent = $from.node(d - 1).type.name
    if (parent === 'listItem' || parent === 'tableCell' || parent === 'tableHeader') continue
    chosen.value = { node, pos: $from.before(d), row }
    return
  }
  chosen.value = null
}
watch(
  editor,
  (e, old) => {
    old?.off('transaction', look)
    e?.on('transaction', look)
    look()
  },
  { immediate: true },
)
function set(name: string, value: unknown, where: { node: ProseNode; pos: number } = chosen.value!): void {
  const e = editor.value!
  const { tr, selection } = e.state
  tr.setNodeAttribute(where.pos, name, value)
  if (selection instanceof NodeSelection) tr.setSelection(NodeSelection.create(tr.doc, selection.from))
  e.view.dispatch(tr)
}
/** Gives a section other ways of beginning and ending pages. */
function setWays(ways: Ways): void {
  const { node, pos } = chosen.value!
  const e = editor.value!
  const next = e.schema.nodeFromJSON(withWays(node.toJSON() as SheetNode, ways))
  const tr = e.state.tr.replaceWith(pos, pos + node.nodeSize, next)
  e.view.dispatch(tr.setSelection(NodeSelection.create(tr.doc, pos)))
}
const name = computed(() => chosen.value?.node.type.name ?? '')
interface Attrs {
  [name: string]: unknown
  format?: string | null
  fallback?: string | null
  to?: string
  height?: number
  each?: string | null
}
const attrs = computed(() => (chosen.value?.node.attrs ?? {}) as Attrs)
const TITLES: Record<string, string> = {
  value: 'This value',
  fieldInline: 'This field',
  fieldBlock: 'This field',
  image: 'This picture',
  picture: 'This picture in the line',
  ref: 'This reference',
  clauseUse: 'This clause',
  space: 'This space',
  heading: 'This heading',
  paragraph: 'This paragraph',
  bulletList: 'This list',
  orderedList: 'This list',
  table: 'This table',
  keep: 'What is kept together',
  columns: 'These columns',
  section: 'From here on',
  pageBreak: 'This break',
  priceTable: 'The price table',
  planTable: 'The payment plan',
}
const numbered = computed(() => Object.entries(worked.value?.numbers ?? {}))
const width = computed(() => (attrs.value.width as number | null) ?? null)
const when = computed(() => (attrs.value.when as Condition | null) ?? null)
const hasWhen = computed(() => 'when' in attrs.value)
function remove(): void {
  const e = editor.value!
  e.chain()
    .focus()
    .deleteRange({ from: chosen.value!.pos, to: chosen.value!.pos + chosen.value!.node.nodeSize })
    .run()
}
</script>

<template>
  <section
    v-if="chosen && TITLES[name]"
    class="chosen grid gap-2.5 border border-hairline-strong rounded-corner bg-paper p-3 mb-4.5"
    :aria-label="TITLES[name]"
    data-chosen
  >
    <h2>{{ TITLES[name] }}</h2>
    <template v-if="name === 'value'">
      <p>
        <b>{{ labelOf(String(attrs.path)) }}</b><span class="soft small block">{{
          sourceWords(String(attrs.path))
        }}</span>
      </p>
      <Choice
        label="Printed"
        :model-value="attrs.format ?? 'plain'"
        :options="(formatsFor(String(attrs.path)) ?? []).map((f) => ({ value: f, label: FORMATS[f] }))"
        @update:model-value="set('format', $event === 'plain' ? null : $event)"
      />
      <label class="field"
        ><span>Where it isn’t given</span
        ><TypedText
          :value="attrs.fallback"
          maxlength="300"
          placeholder="it is asked for"
          @given="set('fallback', $event || null)"
      /></label>
    </template>
    <FieldEdit
      v-else-if="name === 'fieldInline' || name === 'fieldBlock'"
      :field="attrs.field as FieldSpec"
      :width="width"
      @change="set('field', $event)"
      @width="set('width', $event)"
    />
    <PictureEdit
      v-else-if="name === 'image' || name === 'picture'"
      :attrs="attrs"
      :in-line="name === 'picture'"
      @set="set"
    />
    <SectionEdit v-else-if="name === 'section'" :node="chosen.node" @set="set" @ways="setWays" />
    <Choice
      v-else-if="name === 'ref'"
      label="Refers to"
      :model-value="attrs.to"
      :options="numbered.map(([id, n]) => ({ value: id, label: n }))"
      @update:model-value="set('to', $event)"
    />
    <template v-else-if="name === 'clauseUse'">
      <p>
        <NuxtLink :to="`/library/clauses/${attrs.clause}${attrs.edition ? `?edition=${attrs.edition}` : ''}`">{{
          clauseName(String(attrs.clause))
        }}</NuxtLink>
      </p>
      <label class="flex gap-2 items-center"
        ><Checkbox
          binary
          :model-value="!attrs.edition"
          @update:model-value="
            set('edition', attrs.edition ? null : (view.clauses.find((c) => c.id === attrs.clause)?.edition ?? 1))
          "
        />
        Follow the library when the clause changes</label
      >
    </template>
    <label v-else-if="name === 'space'" class="field"
      ><span>Height, in points</span
      ><InputNumber
        :model-value="attrs.height"
        :use-grouping="false"
        :min="0"
        :max="400"
        @update:model-value="set('height', Math.min(400, Math.max(0, $event ?? 0)))"
    /></label>
    <template v-if="name === 'paragraph'">
      <label class="flex gap-2 items-center"
        ><Checkbox
          binary
          :model-value="!!attrs.numbered"
          @update:model-value="set('numbered', attrs.numbered ? null : true)"
        />
        Numbered</label
      >
      <label class="flex gap-2 items-center"
        ><Checkbox binary :model-value="!!attrs.small" @update:model-value="set('small', attrs.small ? null : true)" />
        Small print</label
      >
      <Choice
        label="How often"
        :model-value="attrs.each ?? ''"
        :options="[
          { value: '', label: 'once' },
          ...Object.entries(LISTS).map(([list, words]) => ({ value: list, label: `once for each ${words}` })),
        ]"
        @update:model-value="set('each', $event || null)"
      />
    </template>
    <label v-if="name === 'heading'" class="flex gap-2 items-center"
      ><Checkbox
        binary
        :model-value="!!attrs.numbered"
        @update:model-value="set('numbered', attrs.numbered ? null : true)"
      />
      Numbered</label
    >
    <TableEdit
      v-if="name === 'table'"
      :node="chosen.node"
      :row="chosen.row?.node ?? null"
      @columns="set('columns', $event)"
      @each="set('each', $event, chosen!.row!)"
    />
    <ConditionEdit v-if="hasWhen" :value="when" @change="set('when', $event)" />
    <Button v-if="!['paragraph', 'heading'].includes(name)" variant="text" @click="remove">
      Take it off the sheet
    </Button>
  </section>
</template>
