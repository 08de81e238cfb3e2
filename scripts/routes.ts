import { writeFileSync } from 'node:fs'
import { routesTable, tableText } from '../server/routes-table'

writeFileSync('docs/routes.md', tableText(await routesTable()))
process.exit(0)
