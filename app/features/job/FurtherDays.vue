<script setup lang="ts">
import { z } from 'zod'
import { jobFacts } from '~~/shared/jobs'
import { useJob } from './useJob'

/** Further days of the same job: a course of evenings, a second weekend. Each begins and ends by itself. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const adding = ref(false)
const day = reactive({ starts: '', ends: '' })
type Days = typeof job.value.furtherDays
const set = (days: Days) => thisJob.set({ furtherDays: days }, 'further days', { furtherDays: job.value.furtherDays })
const added = z.object({ furtherDays: jobFacts.shape.furtherDays.unwrap() })
const given = () => ({
  furtherDays: [...job.value.furtherDays, { starts: day.starts || null, ends: day.ends || null }],
})
async function add({ furtherDays }: { furtherDays: Days }): Promise<void> {
  await set(furtherDays)
  Object.assign(day, { starts: '', ends: '' })
  adding.value = false
}
const takeOut = (at: number) => thisJob.act(() => set(job.value.furtherDays.filter((_, i) => i !== at)))
</script>

<template>
  <div class="grid grid-cols-[86px_minmax(0,1fr)] items-start border-b border-b-hairline py-1 px-0 min-h-9">
    <dt class="text-ink-soft text-[14px] pt-1">Further days</dt>
    <dd class="pl-0.5">
      <ul v-if="job.furtherDays.length" aria-label="Further days">
        <li v-for="(d, i) in job.furtherDays" :key="d.starts + i" class="flex justify-between items-center gap-2">
          <span>{{ spanWords(d.starts, d.ends, job.today) }}</span>
          <Button
            variant="text"
            size="small"
            class="flex-none"
            :aria-label="`Take out ${spanWords(d.starts, d.ends, job.today)}`"
            @click="takeOut(i)"
            >Take out</Button
          >
        </li>
      </ul>
      <Button v-if="!adding" variant="text" size="small" @click="adding = true">Add a day</Button>
      <FormOf v-else v-slot="{ busy }" class="grid gap-2 my-1" :schema="added" :given="given" :send="add">
        <FieldOf name="furtherDays" label="Begins"
          ><WhenField v-model="day.starts" kind="moment" usual="10:00" aria-label="The further day begins"
        /></FieldOf>
        <label class="field"
          ><span>Ends</span><WhenField v-model="day.ends" kind="moment" aria-label="The further day ends"
        /></label>
        <div class="acts">
          <Button type="submit" size="small" :disabled="busy">Add the day</Button>
          <Button variant="text" size="small" @click="adding = false">Leave it</Button>
        </div>
      </FormOf>
    </dd>
  </div>
</template>
