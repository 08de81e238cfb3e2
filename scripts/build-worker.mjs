import { copyFileSync, cpSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const root = fileURLToPath(new URL('..', import.meta.url))
/** Bundles what runs in worker threads. Returns the worker's path. */
export async function buildWorker(folder) {
  mkdirSync(folder, { recursive: true })
  copyFileSync(join(root, 'node_modules/zxing-wasm/dist/reader/zxing_reader.wasm'), join(folder, 'zxing_reader.wasm'))
  copyFileSync(join(root, 'node_modules/@hyzyla/pdfium/dist/pdfium.wasm'), join(folder, 'pdfium.wasm'))
  for (const part of ['cmaps', 'standard_fonts'])
    cpSync(join(root, 'node_modules/pdfjs-dist', part), join(folder, part), { recursive: true })
  // The colours an archived PDF means, which its writer looks for beside itself.
  mkdirSync(join(folder, 'data'), { recursive: true })
  copyFileSync(
    join(root, 'node_modules/pdfkit/js/data/sRGB_IEC61966_2_1.icc'),
    join(folder, 'data/sRGB_IEC61966_2_1.icc'),
  )
  const outfile = join(folder, 'index.mjs')
  const entry = (name) => join(root, `server/files/worker/${name}.ts`)
  await build({
    entryPoints: [entry('index'), entry('strangers'), entry('keep')],
    // It opens the database itself, by the platform's own part.
    external: ['@libsql/client'],
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
    banner: {
      js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url); const __filename = import.meta.filename; const __dirname = import.meta.dirname;",
    },
  })
  return outfile
}
