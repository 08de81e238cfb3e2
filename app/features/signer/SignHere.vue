<script setup lang="ts">
import { useDocumentVisibility, useIntervalFn } from '@vueuse/core'
import type { FieldSpec } from '~~/core/document/field'
import type { SignerView } from '~~/shared/signer'
import type { SignatureMark } from '~~/shared/signing'
import BottomSheet from './BottomSheet.vue'
import SignatureSheet from './SignatureSheet.vue'
import type { useDraft } from './draft'
import { useSays } from './says'
import { useSigner } from './useSigner'

/** Signing one place: what is drawn stands there, or in all of its kind that are theirs. */
const props = defineProps<{ view: SignerView; state: ReturnType<typeof useDraft> }>()
const signer = useSigner()
const says = useSays()
const person = computed(() => props.view.person)
const open = ref(false)
const place = ref<FieldSpec | null>(null)
const what = computed(() => (place.value?.type === 'initials' ? 'initials' : 'signature'))
const places = computed(() => person.value.fields.filter((f) => f.type === (place.value?.type ?? 'signature')).length)
defineExpose({
  sign(field: FieldSpec) {
    place.value = field
    open.value = true
  },
})
function keepMark(mark: SignatureMark, scope: 'all' | 'one', keep: boolean) {
  if (place.value) props.state.setMark(place.value, mark, scope)
  if (keep) void signer.post('/keep', { what: what.value, mark }).catch(() => {})
  open.value = false
}
/** What came from the phone while its code is shown. */
const arrived = computed(() => props.state.draft.value[what.value])
const wasThere = ref<SignatureMark | null>(null)
watch(open, (on) => {
  wasThere.value = on ? arrived.value : null
})
const fromPhone = computed(() => (arrived.value !== wasThere.value ? arrived.value : null))
useIntervalFn(() => open.value && void props.state.catchUp(), 1500)
const visibility = useDocumentVisibility()
watch(visibility, (now) => now === 'visible' && void props.state.catchUp())
</script>

<template>
  <BottomSheet v-model="open" :header="says(what === 'initials' ? 'yourInitials' : 'yourSignature')">
    <SignatureSheet
      :name="person.name"
      :what="what"
      :current="place ? state.markOf(place) : null"
      :places="places"
      :kept="person.keeps?.[what] ?? null"
      :may-keep="!!person.keeps"
      :keep-picture="signer.keepPicture"
      :open-drawing="view.inPerson ? undefined : signer.openDrawing"
      :picture-of="signer.pictureOf"
      :arrived="fromPhone"
      @done="keepMark"
    />
  </BottomSheet>
</template>
