<script setup lang="ts">
import SettingPage from '~/features/settings/SettingPage.vue'

/** The API as its description says it: every route, who may call it, what goes in and comes out. */
useHead({ title: 'The API, described · Upwold' })
interface Operation {
  description?: string
  parameters?: { name: string; in: string; required?: boolean }[]
  requestBody?: { content: Record<string, { schema?: unknown }> }
  responses: Record<string, { content?: Record<string, { schema?: unknown }> }>
}
const described = useReading('api-described', () =>
  api<{ paths: Record<string, Record<string, Operation>>; components: { schemas: Record<string, unknown> } }>(
    '/api/openapi.json',
  ),
)
described.follow()
const { data, problem } = described
const find = ref('')
const shown = ref('')
const routes = computed(() =>
  Object.entries(data.value?.paths ?? {}).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, o]) => ({ id: `${method} ${path}`, path, method: method.toUpperCase(), o })),
  ),
)
const found = computed(() => {
  const wanted = find.value.trim().toLowerCase()
  return routes.value.filter((r) => !wanted || `${r.id} ${r.o.description ?? ''}`.toLowerCase().includes(wanted))
})
/** A schema with what it refers to, one step deep: the rest is named. */
const said = (schema: unknown): string => {
  const ref = (schema as { $ref?: string } | undefined)?.$ref?.split('/').at(-1)
  return JSON.stringify(ref ? (data.value!.components.schemas[ref] ?? schema) : schema, null, 2) ?? ''
}
const bodyOf = (o: Operation) => o.requestBody?.content['application/json']?.schema
const answerOf = (o: Operation) => o.responses['200']?.content?.['application/json']?.schema
const MOST = 120
</script>

<template>
  <SettingPage title="The API, described" says="OpenAPI 3.1" :problem="problem">
    <template #acts
      ><a class="small ms-auto" href="/api/openapi.json" download="upwold-openapi.json">as a file</a></template
    >
    <div class="grid gap-2 max-w-180 mb-4">
      <p>
        A program sends its token as <code>Authorization: Bearer …</code>. A write that carries an
        <code>Idempotency-Key</code> is done once, however often it comes. Answers carry an <code>ETag</code>: sent back
        as <code>If-None-Match</code> nothing comes twice, as <code>If-Match</code> nothing is changed that changed
        meanwhile. Lists go on from <code>next</code>, sent as <code>after</code>. <code>RateLimit</code> says what is
        left of 600 a minute. A refusal is problem details (RFC 9457).
      </p>
      <label class="field"><span>Find a route</span><InputText v-model="find" type="search" maxlength="80" /></label>
    </div>
    <Skeleton v-if="!data" height="300px" />
    <template v-else>
      <p class="soft small" role="status">{{ found.length }} of {{ routes.length }} routes</p>
      <ul class="ledger" aria-label="Routes">
        <li v-for="r in found.slice(0, MOST)" :key="r.id" class="py-2 grid gap-1">
          <p class="flex flex-wrap gap-x-3 items-center">
            <code class="w-16 font-semibold">{{ r.method }}</code><code class="flex-1 min-w-60">{{ r.path }}</code
            ><span class="soft small">{{ r.o.description }}</span>
            <Button
              variant="text"
              size="small"
              :aria-expanded="shown === r.id"
              :aria-label="`${shown === r.id ? 'Close' : 'Open'} ${r.id}`"
              @click="shown = shown === r.id ? '' : r.id"
              >{{ shown === r.id ? 'Close' : 'Open' }}</Button
            >
          </p>
          <div v-if="shown === r.id" class="grid gap-2">
            <p v-if="r.o.parameters?.length" class="small">
              Asked with:
              <template v-for="p in r.o.parameters" :key="p.name"
                ><code>{{ p.name }}</code> ({{ p.in }}{{ p.required ? '' : ', may be left out' }})
              </template>
            </p>
            <template v-if="bodyOf(r.o)"
              ><h3 class="small strong">What goes in</h3>
              <pre class="bg-desk p-3 rounded-corner overflow-auto max-h-90 text-[13px]" tabindex="0">{{
                said(bodyOf(r.o))
              }}</pre>
            </template>
            <template v-if="answerOf(r.o)"
              ><h3 class="small strong">What comes out</h3>
              <pre class="bg-desk p-3 rounded-corner overflow-auto max-h-90 text-[13px]" tabindex="0">{{
                said(answerOf(r.o))
              }}</pre>
            </template>
          </div>
        </li>
      </ul>
      <p v-if="found.length > MOST" class="soft small">
        {{ found.length - MOST }} more: say more of what you look for.
      </p>
    </template>
  </SettingPage>
</template>
