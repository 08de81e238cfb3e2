<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { usePad } from '../desk/usePad'
import { useSays } from './says'

/** Done with a device of the business: it is handed back, or, at a pad, nothing of theirs is shown there any more. */
const { view, words } = defineProps<{ view: SignerView; main?: boolean; words?: string }>()
const says = useSays()
const pad = usePad()
</script>

<template>
  <Button
    v-if="view.onPad"
    size="large"
    class="wide"
    :variant="main ? undefined : 'outlined'"
    :disabled="pad.busy"
    @click="pad.done"
    >{{ says('padDone') }}</Button
  >
  <LinkButton v-else size="large" :main="main" to="/handover" external class="wide">{{
    words ?? says('handBack')
  }}</LinkButton>
</template>
