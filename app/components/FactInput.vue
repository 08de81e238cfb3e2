<script setup lang="ts">
/** The control that fits a fact: a day is picked, a number typed with the keys for it, the rest is text. */
defineOptions({ inheritAttrs: false })
const props = defineProps<{ type: string; jobDay?: string | null }>()
const model = defineModel<string>({ required: true })
const KIND = { date: 'day', 'datetime-local': 'moment', time: 'time' } as const
const kind = computed(() => KIND[props.type as 'date'])
const MODE: Record<string, 'decimal' | 'email' | 'tel'> = { number: 'decimal', email: 'email', tel: 'tel' }
</script>

<template>
  <WhenField v-if="kind" v-model="model" :kind="kind" :job-day="jobDay" v-bind="$attrs" />
  <Textarea v-else-if="type === 'textarea'" v-model="model" auto-resize v-bind="$attrs" />
  <InputText v-else v-model="model" :inputmode="MODE[type]" v-bind="$attrs" />
</template>
