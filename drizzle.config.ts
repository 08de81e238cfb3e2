import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'sqlite',
  schema: './server/platform/db/schema/index.ts',
  out: './server/platform/db/migrations',
})
