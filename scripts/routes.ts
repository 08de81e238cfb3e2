import { writeFileSync } from 'node:fs'
import { routesTable, tableText } from './routes-table'

writeFileSync('docs/routes.md', tableText(await routesTable()))
process.exit(0)
