<script setup lang="ts">
import LettersPanel from './LettersPanel.vue'
import NamedPanel from './NamedPanel.vue'
import { useLink } from './useLink'

/** Who signs, how they prove who they are, and what is written to them. */
const link = useLink()
const { draft } = storeToRefs(link)
const settings = computed(() => draft.value!.settings)
type Flag = 'children' | 'write'
const flag = (key: Flag) =>
  computed({ get: () => settings.value[key], set: (to) => link.set((d) => (d.settings[key] = to)) })
const [children, write] = [flag('children'), flag('write')]
const proof = computed({
  get: () => settings.value.proof,
  set: (to) => link.set((d) => (d.settings.proof = to)),
})
const code = ref(settings.value.code)
const PROOFS = [
  { value: 'none', label: 'They say who they are' },
  { value: 'email', label: 'A code by e-mail, before they can read' },
  { value: 'text', label: 'A code by text, before they can read' },
] as const
</script>

<template>
  <section aria-labelledby="signing-panel" class="grid gap-3 max-w-140">
    <h2 id="signing-panel">How it is signed</h2>
    <Choice v-model="proof" label="How do we know who they are?" :options="PROOFS" />
    <label class="field"
      ><span>A code they type in, as it stands on the poster</span
      ><InputText
        v-model="code"
        maxlength="40"
        placeholder="none"
        @change="link.set((d) => (d.settings.code = code.trim()))"
    /></label>
    <label class="flex gap-2 items-center min-h-11"
      ><Checkbox v-model="children" binary /><span>Somebody of age may sign for children in the same go</span></label
    >
    <label class="flex gap-2 items-center min-h-11"
      ><Checkbox v-model="write" binary /><span>Write to them, too, with the way back to what they began</span></label
    >
    <p class="soft small">
      Where a paper asks for the business’s signature, whoever made this link signs after them. Each code and letter is
      counted under “Who answered”.
    </p>
    <NamedPanel />
    <LettersPanel />
  </section>
</template>
