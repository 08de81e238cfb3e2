<script setup lang="ts">
import { newSystem } from '~~/shared/systems'
import { useSystems } from './useSystems'

/** Another system is added; the secret its calls are signed with is shown once. */
const open = defineModel<boolean>('open', { required: true })
const systems = useSystems()
const blank = () => ({
  kind: 'hook' as 'hook' | 'webdav' | 's3',
  name: '',
  url: '',
  user: '',
  password: '',
  region: '',
  events: [] as string[],
})
const form = reactive(blank())
const secret = ref<string | null>(null)
watch(open, (is) => {
  if (is) Object.assign(form, blank())
  else secret.value = null
})
const KINDS = [
  { value: 'hook', label: 'takes calls' },
  { value: 'webdav', label: 'keeps files (WebDAV)' },
  { value: 's3', label: 'keeps files (S3)' },
] as const
const hook = computed(() => form.kind === 'hook')
const s3 = computed(() => form.kind === 's3')
const events = computed(() => (systems.data?.events ?? []).map((e) => ({ value: e.kind, label: e.words })))
const neighbour = () => {
  form.name ||= 'The neighbour'
  form.url = `${systems.data!.neighbour}/${form.kind === 'hook' ? 'calls' : 'files'}`
}
async function add(body: object) {
  const made = await systems.add(body)
  if (made.secret) secret.value = made.secret
  else open.value = false
}
</script>

<template>
  <Dialog v-model:visible="open" modal header="Another system" class="w-[min(620px,calc(100vw-24px))]">
    <div v-if="secret" class="grid gap-3">
      <p>
        Its calls are signed as Standard Webhooks has it. This is the secret to check them with; it is shown this once.
      </p>
      <p>
        <code class="p-2 bg-desk rounded-corner block" data-testid="secret">{{ secret }}</code>
      </p>
      <p class="acts"><Button autofocus @click="open = false">I have kept it</Button></p>
    </div>
    <div v-else>
      <FormOf class="grid gap-3" :schema="newSystem" :given="() => form" :send="add">
        <OneOf v-model="form.kind" label="What it does" :options="KINDS" />
        <FieldOf name="name" label="What it is called"
          ><InputText v-model="form.name" maxlength="80" autofocus
        /></FieldOf>
        <FieldOf name="url" :label="s3 ? 'The address of the bucket' : 'Its address'"
          ><InputText v-model="form.url" maxlength="500" inputmode="url" placeholder="https://"
        /></FieldOf>
        <p v-if="systems.data?.neighbour && !s3" class="small">
          <Button type="button" variant="text" size="small" @click="neighbour"
            >Use the neighbour that stands in for one</Button
          >
        </p>
        <div v-if="!hook" class="pairs">
          <FieldOf name="user" :label="s3 ? 'Access key' : 'User'"
            ><InputText v-model="form.user" maxlength="200" autocomplete="off"
          /></FieldOf>
          <FieldOf name="password" :label="s3 ? 'Secret key' : 'Password'"
            ><InputText v-model="form.password" type="password" maxlength="400" autocomplete="new-password"
          /></FieldOf>
          <FieldOf v-if="s3" name="region" label="Region"
            ><InputText v-model="form.region" maxlength="40" placeholder="us-east-1"
          /></FieldOf>
        </div>
        <label v-else class="field"
          ><span>It is told by itself when</span
          ><MultiSelect
            v-model="form.events"
            :options="events"
            option-label="label"
            option-value="value"
            filter
            placeholder="nothing: only what follow-ups send"
            :max-selected-labels="3"
            selected-items-label="{0} things occur"
            aria-label="It is told by itself when"
        /></label>
        <p class="acts"><Button type="submit">Add it</Button></p>
      </FormOf>
    </div>
  </Dialog>
</template>
