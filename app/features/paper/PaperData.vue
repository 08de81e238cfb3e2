<script setup lang="ts">
import { writeBack } from '~~/shared/marking'
import { usePaper } from './usePaper'

/** What was filled on a paper: taken out as data, and offered back to the record where it says something else. */
const thisPaper = usePaper()
const { id, paper } = storeToRefs(thisPaper)
const { post } = thisPaper
const notices = useNotices()
const taken = reactive(new Set(paper.value.writeBack.filter((r) => !r.conflict).map((r) => r.path)))
function toggle(path: string): void {
  if (!taken.delete(path)) taken.add(path)
}
async function take(body: object) {
  await post('/write-back', body)
  notices.say('Written back. The job and its papers say it now.')
}
const chosen = computed(() => paper.value.writeBack.filter((r) => taken.has(r.path)).length)
</script>

<template>
  <section v-if="paper.state !== 'draft'" aria-label="What was filled">
    <h2 class="gap">What was filled</h2>
    <p class="acts">
      <Button as="a" variant="outlined" :href="`/api/papers/${id}/data?as=csv`">As CSV</Button>
      <Button as="a" variant="outlined" :href="`/api/papers/${id}/data?as=json`">As JSON</Button>
    </p>
    <FormOf
      v-if="paper.writeBack.length"
      v-slot="{ busy }"
      class="card grid gap-2 justify-items-start"
      :schema="writeBack"
      :given="() => ({ take: [...taken] })"
      :send="take"
    >
      <p class="small"><b>Could go back to the record</b></p>
      <label v-for="r in paper.writeBack" :key="r.path" class="acts"
        ><Checkbox binary :model-value="taken.has(r.path)" @update:model-value="toggle(r.path)" />
        <span
          ><b>{{ r.label }}</b
          >: {{ r.given }}
          <span class="small" :class="r.conflict ? 'bad' : 'soft'">{{
            r.conflict ? `the ${r.record} says ${r.now}` : `the ${r.record} has none`
          }}</span></span
        ></label
      >
      <Button type="submit" :disabled="busy || !chosen">
        {{ chosen ? `Write back ${chosen === 1 ? 'one fact' : `${chosen} facts`}` : 'Nothing chosen' }}
      </Button>
    </FormOf>
    <ul v-if="paper.enclosures.length" class="ledger" aria-label="Sent with it">
      <li v-for="e in paper.enclosures" :key="e.sha">
        <a :href="`/api/papers/${id}/enclosures/${e.sha}`">{{ e.name }}</a>
      </li>
    </ul>
  </section>
</template>
