<script setup lang="ts">
import { X } from '@lucide/vue'
import { type ItemGiven, itemAsForm, itemForm } from '~~/shared/items'
import type { LibraryView } from '~~/shared/library'
import { LANGUAGE_NAMES } from '~~/shared/words'
import { asPng } from '~/composables/pictures'

/** Something that is sold: its price now and from days to come, what it says in further languages. */
type Item = LibraryView['catalogue'][number]
const props = defineProps<{
  item: Item | null
  currency: string
  rates: { value: string; label: string }[]
  groups: string[]
  /** What is sold: what a package is made up of is told from it. */
  items: Item[]
  keep: (body: object, headers: Record<string, string>) => Promise<unknown>
}>()
const emit = defineEmits<{ close: []; remove: [item: Item] }>()
const session = useSession()
const locale = useLocale()
const form = reactive<ItemGiven>(
  itemAsForm(props.item, {
    currency: props.currency,
    locale: locale.value,
    tax: props.rates[0]?.value ?? '0',
    key: newKey,
  }),
)
const { send } = useKept({ kept: () => props.item, form: () => form, take: () => {} })
const given = (body: object) => send((headers) => props.keep(body, headers))
const schema = computed(() => itemForm(props.currency, locale.value, props.item, props.items))
const languagesLeft = (own: string) =>
  Object.entries(LANGUAGE_NAMES)
    .filter(([l]) => l === own || (l !== session.data?.business?.language && !form.words.some((w) => w.language === l)))
    .map(([value, label]) => ({ value, label }))
const addWords = () =>
  form.words.push({ key: newKey(), language: languagesLeft('')[0]!.value, description: '', unit: '' })
const addPrice = () => form.prices.push({ key: newKey(), from: '', price: '' })
/** The longest side of a picture in pixels: sharp on a phone at the size it has beside a line. */
const SIDE = 360
const { busy: taking, act } = useAct()
const take = (files: File[]) =>
  act(async () => {
    const body = await asPng(files[0]!, SIDE)
    form.picture = (await api<{ sha: string }>('/api/items/picture', { method: 'POST', body })).sha
  })
const found = ref<string[]>([])
const findGroups = (typed: string) =>
  (found.value = props.groups.filter((g) => g.toLowerCase().includes(typed.toLowerCase())))
</script>

<template>
  <Dialog
    visible
    modal
    :header="item ? 'What we sell' : 'Something new'"
    :style="{ width: 'min(620px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="given">
      <FieldOf name="description" label="What it is"
        ><InputText v-model="form.description" maxlength="500" autofocus
      /></FieldOf>
      <div class="pairs">
        <FieldOf name="price" :label="`Price of one, in ${currency}`"
          ><InputText v-model="form.price" inputmode="decimal" maxlength="20"
        /></FieldOf>
        <FieldOf name="unit" label="Counted in"
          ><InputText v-model="form.unit" maxlength="20" placeholder="days, people, h"
        /></FieldOf>
        <Choice v-model="form.taxRate" label="Tax" :options="rates" />
        <FieldOf name="limits" label="The client sets how many, from–to"
          ><InputText v-model="form.limits" maxlength="30" placeholder="4–12"
        /></FieldOf>
        <FieldOf name="code" label="Code"><InputText v-model="form.code" maxlength="40" /></FieldOf>
        <FieldOf name="group" label="Stands under"
          ><AutoComplete
            v-model="form.group"
            :suggestions="found"
            complete-on-focus
            fluid
            maxlength="60"
            @complete="findGroups($event.query)"
        /></FieldOf>
        <FieldOf name="breaks" label="From how many on another price"
          ><InputText v-model="form.breaks" maxlength="300" placeholder="10: 45; 20: 40"
        /></FieldOf>
        <FieldOf name="stock" label="How many there are"
          ><InputText v-model="form.stock" inputmode="numeric" maxlength="6" placeholder="doesn’t matter"
        /></FieldOf>
      </div>
      <FieldOf name="contents" label="Made up of, where it is a package: one a row"
        ><Textarea v-model="form.contents" rows="2" auto-resize maxlength="4000" placeholder="20 × Towel"
      /></FieldOf>
      <div class="flex flex-wrap gap-3 items-center">
        <img
          v-if="form.picture"
          class="w-18 h-18 object-cover border border-hairline"
          :src="`/api/look/${form.picture}`"
          alt="Its picture"
        />
        <FilePick
          :label="form.picture ? 'Another picture' : 'A picture of it'"
          name="Picture"
          accept="image/*"
          :disabled="taking"
          @picked="take"
        />
        <Button v-if="form.picture" variant="text" @click="form.picture = null">Without a picture</Button>
      </div>
      <section aria-labelledby="item-prices" class="grid gap-2">
        <h3 id="item-prices">Prices to come</h3>
        <FieldOf name="prices" />
        <div
          v-for="(p, i) in form.prices"
          :key="p.key"
          class="grid gap-2 items-start grid-cols-[minmax(0,1fr)_120px_32px]"
        >
          <FieldOf :name="`prices.${i}.from`"
            ><WhenField v-model="p.from" kind="day" :aria-label="`Price ${i + 1} holds from`"
          /></FieldOf>
          <FieldOf :name="`prices.${i}.price`"
            ><InputText
              v-model="p.price"
              class="w-full"
              inputmode="decimal"
              maxlength="20"
              :aria-label="`Price ${i + 1}, in ${currency}`"
          /></FieldOf>
          <IconButton :label="`Take price ${i + 1} away`" @click="form.prices.splice(i, 1)"
            ><X :size="16"
          /></IconButton>
        </div>
        <p class="acts">
          <Button variant="outlined" size="small" @click="addPrice">Another price from a day on</Button>
        </p>
      </section>
      <section aria-labelledby="item-words" class="grid gap-2">
        <h3 id="item-words">In further languages</h3>
        <FieldOf name="words" />
        <div
          v-for="(w, i) in form.words"
          :key="w.key"
          class="grid gap-2 items-start grid-cols-[minmax(0,1fr)_90px_32px] phone:grid-cols-[140px_minmax(0,1fr)_90px_32px]"
        >
          <Choice
            v-model="w.language"
            class="col-span-3 phone:col-span-1"
            :aria-label="`Language ${i + 1}`"
            :options="languagesLeft(w.language)"
          />
          <FieldOf :name="`words.${i}.description`"
            ><InputText
              v-model="w.description"
              class="w-full"
              maxlength="500"
              :aria-label="`What it is, language ${i + 1}`"
          /></FieldOf>
          <InputText v-model="w.unit" maxlength="20" placeholder="unit" :aria-label="`Unit, language ${i + 1}`" />
          <IconButton :label="`Take language ${i + 1} away`" @click="form.words.splice(i, 1)"
            ><X :size="16"
          /></IconButton>
        </div>
        <p v-if="languagesLeft('').length" class="acts">
          <Button variant="outlined" size="small" @click="addWords">Another language</Button>
        </p>
      </section>
      <p class="acts">
        <Button type="submit" :disabled="busy">Keep this</Button>
        <Button v-if="item" variant="text" @click="emit('remove', item)">Take it away</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
