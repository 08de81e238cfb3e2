import { writeFileSync } from 'node:fs'
import { DESCRIPTION, describe } from './openapi'
import { routesTable, tableText } from './routes-table'

/** Writes the table of all routes, and their description as OpenAPI. */
const rows = await routesTable()
writeFileSync('docs/routes.md', tableText(rows))
writeFileSync(DESCRIPTION, `${JSON.stringify(describe(rows))}\n`)
process.exit(0)
