import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { RULES_OF, type RouteRules } from '../server/doors/route'

const SERVER = join(import.meta.dirname, '../server')

export interface TableRow {
  method: string
  /** As the router has it: `/api/papers/:id/send`. */
  path: string
  file: string
  rules: RouteRules | undefined
}

/** Every route there is, made from the files and from what each handler itself says of who may call it. */
export async function routesTable(): Promise<TableRow[]> {
  const rows: TableRow[] = []
  for (const folder of ['api', 'routes'])
    for (const name of (readdirSync(join(SERVER, folder), { recursive: true }) as string[]).sort()) {
      const found = /^(.*?)(?:\.(get|post|put|patch|delete))?\.ts$/.exec(name)
      if (!found) continue
      const at = found[1]!
        .replace('[...]', '**')
        .replace(/(^|\/)index$/, '')
        .replace(/\[(\w+)\]/g, ':$1')
      const { default: handler } = (await import(join(SERVER, folder, name))) as {
        default: { [RULES_OF]?: RouteRules }
      }
      rows.push({
        method: found[2]?.toUpperCase() ?? 'any',
        path: `${folder === 'api' ? '/api' : ''}/${at}`,
        file: `server/${folder}/${name}`,
        rules: handler[RULES_OF],
      })
    }
  return rows
}

const size = (bytes: number | undefined) => (bytes === undefined ? '' : `${bytes / 1_000_000} MB`)

/** The table in Markdown, for `docs/routes.md`. */
export const tableText = (rows: readonly TableRow[]): string =>
  [
    '# Every route, and who may call it',
    '',
    'Made from the handlers by `npm run routes`; a test holds it against them. What isn’t here does not exist. Who is who:',
    '`server/doors/access.ts`. Limits on how often: `server/platform/throttle.ts`.',
    '',
    '| method | path | who | body | how often | only with |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows.map(({ method, path, rules: r }) => {
      const body = r?.file ? `file, ${size(r.file)}` : r?.body ? `JSON${r.limit ? `, ${size(r.limit)}` : ''}` : ''
      return `| ${method} | \`${path}\` | ${r ? [r.who].flat().join(' or ') : '**nobody**'} | ${body} | ${r?.throttle ?? ''} | ${r?.standin ?? ''} |`
    }),
    '',
  ].join('\n')
