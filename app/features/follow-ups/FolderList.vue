<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { groupedBy } from '~~/core/lists/grouped'
import type { FiledView } from '~~/shared/out/follow-ups'

/** What follow-ups laid into folders: found by its path, opened. */
const find = ref('')
const asked = refDebounced(find, 250)
const files = useReading('filed', () =>
  api<FiledView>('/api/filed', { query: asked.value ? { find: asked.value } : {} }),
)
files.follow()
const { data, problem } = files
watch(asked, () => files.load())
const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/'))
const folders = computed(() => [...groupedBy(data.value?.rows ?? [], (f) => folderOf(f.path))])
</script>

<template>
  <section v-if="data && (data.all || find)" class="mt-8 grid gap-2" aria-labelledby="folders">
    <div class="flex flex-wrap gap-3 items-center">
      <h2 id="folders" class="flex-1">Folders</h2>
      <label class="w-60"
        ><span class="sr">Find in folders</span
        ><InputText v-model="find" type="search" maxlength="200" placeholder="Find in folders"
      /></label>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <ul class="ledger" aria-label="Folders">
      <li v-for="[folder, list] in folders" :key="folder" class="py-2">
        <p class="small soft">{{ folder.replaceAll('/', ' / ') }}</p>
        <ul class="flex flex-wrap gap-x-5 gap-y-1">
          <li v-for="f in list" :key="f.id">
            <a :href="`/api/filed/${f.id}`" target="_blank">{{ f.path.slice(folder.length + 1) }}</a>
          </li>
        </ul>
      </li>
    </ul>
    <p v-if="data.all > data.rows.length" class="soft small">
      {{ data.all - data.rows.length }} more: say more of what you look for.
    </p>
  </section>
</template>
