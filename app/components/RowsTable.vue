<script setup lang="ts" generic="T extends { id: string }">
import { plainCell } from '~~/core/text/spreadsheet'

export interface RowColumn<R> {
  key: string
  header: string
  /** What stands in it as text: in the cell where nothing else is drawn, and in the CSV. */
  text: (row: R) => string
  /** Amounts stand at the right. */
  amount?: boolean
  /** What a list isn't without, so that it can't be put away. */
  always?: boolean
}

/**
 * Rows of a list: columns a member chooses and finds again, what is shown as CSV, marks first, amounts last. Rows come page
 * by page, as many as are asked for.
 */
const props = defineProps<{
  /** What the choice of columns is kept under. */
  name: string
  rows: readonly T[]
  columns: readonly RowColumn<T>[]
  /** Rows of one group stand together under its name. */
  group?: (row: T) => string
  busy?: boolean
  more?: boolean
}>()
const emit = defineEmits<{ more: [] }>()
defineSlots<{ [name: string]: (of: { row: T }) => unknown }>()
const session = useSession()
const kept = computed(() => `upwold-columns ${props.name} ${session.data?.member?.id ?? ''}`)
const hidden = ref<string[]>(readHidden())
function readHidden(): string[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(kept.value) ?? '[]')
    return Array.isArray(list) ? list.filter((x): x is string => typeof x === 'string') : []
  } catch {
    return []
  }
}
const choosable = computed(() => props.columns.filter((c) => !c.always))
const chosen = computed({
  get: () => choosable.value.map((c) => c.key).filter((k) => !hidden.value.includes(k)),
  set: (keys) => {
    hidden.value = choosable.value.map((c) => c.key).filter((k) => !keys.includes(k))
    localStorage.setItem(kept.value, JSON.stringify(hidden.value))
  },
})
const shown = computed(() => props.columns.filter((c) => !hidden.value.includes(c.key)))
const table = useTemplateRef<{ exportCSV(): void }>('table')
/** Rows with the text of each column, so that what is exported is what is read. */
const values = computed(() =>
  props.rows.map((row) => ({
    row,
    id: row.id,
    group: props.group?.(row) ?? '',
    ...Object.fromEntries(props.columns.map((c) => [c.key, plainCell(c.text(row))])),
  })),
)
type Value = { row: T }
</script>

<template>
  <div class="rows">
    <DataTable
      ref="table"
      :value="values"
      data-key="id"
      :loading="busy && !rows.length"
      :row-group-mode="group ? 'subheader' : undefined"
      :group-rows-by="group ? 'group' : undefined"
      :export-filename="name"
    >
      <template v-if="group" #groupheader="{ data }">{{ (data as unknown as { group: string }).group }}</template>
      <Column
        v-for="c in shown"
        :key="c.key"
        :field="c.key"
        :header="c.header"
        :body-class="[`cell-${c.key}`, { money: c.amount }]"
        :header-class="{ 'money-head': c.amount }"
      >
        <template #body="{ data }">
          <slot :name="c.key" :row="(data as Value).row">{{ c.text((data as Value).row) }}</slot>
        </template>
      </Column>
      <template #empty><slot name="empty" :row="undefined as never" /></template>
    </DataTable>
    <p class="foot">
      <Button v-if="more" variant="outlined" :disabled="busy" @click="emit('more')">Show more</Button>
      <span class="grow" />
      <MultiSelect
        v-model="chosen"
        :options="[...choosable]"
        option-label="header"
        option-value="key"
        :show-toggle-all="false"
        :max-selected-labels="0"
        selected-items-label="Columns"
        placeholder="Columns"
        aria-label="Columns"
        class="columns"
        size="small"
      />
      <Button v-if="rows.length" variant="text" size="small" @click="table?.exportCSV()">As CSV</Button>
    </p>
  </div>
</template>

<style scoped>
.rows {
  overflow-x: auto;
}
.foot {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 12px;
}
.grow {
  flex: 1;
}
.columns {
  width: 120px;
}
.rows :deep(.money-head .p-datatable-column-header-content) {
  justify-content: flex-end;
}
.rows :deep(td a) {
  color: var(--ink);
  text-decoration: none;
}
.rows :deep(td a:hover) {
  text-decoration: underline;
}
.rows :deep(tr:focus-within) {
  background: var(--paper);
}
</style>
