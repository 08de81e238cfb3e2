<script setup lang="ts" generic="T extends { id: string }">
import { useLocalStorage, useMediaQuery } from '@vueuse/core'
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
  /** What rows are put in order by, where all of them are there; the head says and changes it. */
  order?: (row: R) => string | number
  /** The server's name for putting them in order by this, where they come page by page. */
  sort?: string
}

/**
 * Rows of a list: columns a member chooses and finds again, filters in the head (`head-KEY`), several chosen for what can be
 * done with all of them (`acts`), what is shown or chosen as CSV. Rows come page by page: as one scrolls where there is
 * room for a table that scrolls, as they are asked for on a phone.
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
  /** Several can be chosen. */
  many?: boolean
  /** Rows have a second line. */
  tall?: boolean
}>()
const emit = defineEmits<{ more: [] }>()
/** What rows that come page by page stand in order by; empty is the order they come in by themselves. */
const sort = defineModel<{ by: string; down: boolean }>('sort')
/** The part has the order of such rows by the name of their column. */
const sorted = computed(() =>
  sort.value
    ? {
        lazy: true,
        removableSort: true,
        sortField: sort.value.by && `order-${props.columns.find((c) => c.sort === sort.value!.by)?.key}`,
        sortOrder: sort.value.down ? -1 : 1,
        onSort: ({ sortField, sortOrder }: { sortField?: unknown; sortOrder?: number | null }) => {
          const column = props.columns.find((c) => `order-${c.key}` === sortField)
          sort.value = { by: column?.sort ?? '', down: sortOrder === -1 }
        },
      }
    : {},
)
defineSlots<{ [name: string]: (of: { row: T; chosen: T[]; done: () => void }) => unknown }>()

const session = useSession()
const hidden = useLocalStorage<string[]>(() => `upwold-columns ${props.name} ${session.data?.member?.id ?? ''}`, [])
const choosable = computed(() => props.columns.filter((c) => !c.always))
const away = computed(() => (Array.isArray(hidden.value) ? hidden.value : []))
const chosenColumns = computed({
  get: () => choosable.value.map((c) => c.key).filter((k) => !away.value.includes(k)),
  set: (keys) => {
    hidden.value = choosable.value.map((c) => c.key).filter((k) => !keys.includes(k))
  },
})
const shown = computed(() => props.columns.filter((c) => !away.value.includes(c.key)))

/** A row as the part has it: by its id, in its group. */
interface Value {
  id: string
  row: T | null
  group: string
}
const values = computed((): Value[] =>
  waits.value
    ? Array.from({ length: 8 }, (_, i) => ({ id: String(i), row: null, group: '' }))
    : props.rows.map(asValue),
)
/** Its text is worked out when it is asked for: by the CSV, or to put rows in order. */
function asValue(row: T): Value {
  const value = { row, id: row.id, group: props.group?.(row) ?? '' }
  for (const c of props.columns) {
    Object.defineProperty(value, `text-${c.key}`, { get: () => plainCell(c.text(row)) })
    if (c.order) Object.defineProperty(value, `order-${c.key}`, { get: () => c.order!(row) })
  }
  return value
}
/** Nothing has come yet. */
const waits = computed(() => !!props.busy && !props.rows.length)
const grouped = computed(() => !!props.group && !waits.value)

const chosen = ref<Value[]>([])
// What is gone from the list is chosen no longer.
watch(
  () => props.rows,
  (rows) => {
    if (chosen.value.length) chosen.value = values.value.filter((v) => chosen.value.some((c) => c.id === v.id) && rows)
  },
)
const picked = computed(() => chosen.value.flatMap((v) => (v.row ? [v.row as T] : [])))
const done = () => {
  chosen.value = []
}
const table = useTemplateRef<{ exportCSV(options?: { selectionOnly: boolean }): void }>('table')

const height = computed(() => (props.tall ? 69 : 45))
const roomy = useMediaQuery('(min-width: 761px)')
/** Long lists scroll within their table, and only the rows in sight are drawn; one that is read to its end goes on so. */
const long = ref(false)
watchEffect(() => {
  if (props.more || props.rows.length > 60) long.value = true
  else if (props.rows.length <= 20) long.value = false
})
const scrolls = computed(() => roomy.value && long.value)
const scroller = computed(() =>
  scrolls.value
    ? {
        itemSize: height.value,
        lazy: true,
        onLazyLoad: ({ last }: { last: number }) => {
          if (props.more && !props.busy && last >= props.rows.length - 12) emit('more')
        },
      }
    : undefined,
)
</script>

<template>
  <div class="rows overflow-x-auto">
    <div
      v-if="many && picked.length"
      class="acts chosen py-2 px-2.5 bg-heather-tint rounded-corner"
      role="region"
      aria-label="What is chosen"
    >
      <b role="status">{{ picked.length }} chosen</b>
      <slot name="acts" :row="picked[0]!" :chosen="picked" :done="done" />
      <Button variant="text" size="small" @click="table?.exportCSV({ selectionOnly: true })">These as CSV</Button>
      <Button variant="text" size="small" @click="done">Choose none</Button>
    </div>
    <DataTable
      ref="table"
      v-model:selection="chosen"
      :value="values"
      data-key="id"
      :class="{ scrolls, tall }"
      :aria-busy="waits"
      :scrollable="scrolls"
      :scroll-height="scrolls ? 'max(320px, calc(100vh - 290px))' : undefined"
      :virtual-scroller-options="scroller"
      :row-group-mode="grouped ? 'subheader' : undefined"
      :group-rows-by="grouped ? 'group' : undefined"
      :export-filename="name"
      :pt="{ rowGroupHeaderCell: { colspan: 100 } }"
      v-bind="sorted"
    >
      <template v-if="grouped" #groupheader="{ data }">{{ (data as Value).group }}</template>
      <Column v-if="many" selection-mode="multiple" header-style="width: 40px" :exportable="false" />
      <Column
        v-for="c in shown"
        :key="c.key"
        :field="`text-${c.key}`"
        :sort-field="`order-${c.key}`"
        :export-header="c.header"
        :sortable="!!c.order || !!c.sort"
        :body-class="[`cell-${c.key}`, { money: c.amount }]"
        :header-class="{ 'money-head': c.amount, filters: !!$slots[`head-${c.key}`] }"
      >
        <template #header>
          <slot
            v-if="$slots[`head-${c.key}`]"
            :name="`head-${c.key}`"
            :row="undefined as never"
            :chosen="picked"
            :done="done"
          />
          <span v-else class="p-datatable-column-title">{{ c.header }}</span>
        </template>
        <template #body="{ data }">
          <Skeleton v-if="waits" height="14px" :width="c.amount ? '64px' : '70%'" />
          <slot v-else :name="c.key" :row="(data as Value).row as T" :chosen="picked" :done="done">{{
            c.text((data as Value).row as T)
          }}</slot>
        </template>
      </Column>
      <template #empty><slot name="empty" :row="undefined as never" :chosen="picked" :done="done" /></template>
    </DataTable>
    <p class="foot flex gap-2 items-center mt-3">
      <Button v-if="more && !scrolls" variant="outlined" :disabled="busy" @click="emit('more')">Show more</Button>
      <span v-if="scrolls" class="soft small" role="status"
        >{{ rows.length }} shown{{ more ? ', more as you scroll' : '' }}</span
      >
      <span class="grow" />
      <MultiSelect
        v-model="chosenColumns"
        :options="[...choosable]"
        option-label="header"
        option-value="key"
        :show-toggle-all="false"
        :max-selected-labels="0"
        selected-items-label="Columns"
        placeholder="Columns"
        aria-label="Columns"
        class="w-30"
        size="small"
      />
      <Button v-if="rows.length" variant="text" size="small" @click="table?.exportCSV()">As CSV</Button>
    </p>
  </div>
</template>
