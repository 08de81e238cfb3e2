import { copyFileSync, mkdirSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const root = fileURLToPath(new URL('..', import.meta.url))
/** Package folder, cut and file stem of each font that papers are drawn with. */
const FONTS = [
  ['source-serif-4', '400Regular', 'SourceSerif4'],
  ['source-serif-4', '600SemiBold', 'SourceSerif4'],
  ['source-serif-4', '400Regular_Italic', 'SourceSerif4'],
  ['source-serif-4', '600SemiBold_Italic', 'SourceSerif4'],
  ['noto-sans', '400Regular', 'NotoSans'],
  ['noto-sans', '600SemiBold', 'NotoSans'],
  ['noto-naskh-arabic', '400Regular', 'NotoNaskhArabic'],
  ['noto-sans-hebrew', '400Regular', 'NotoSansHebrew'],
  ['noto-emoji', '400Regular', 'NotoEmoji'],
  ['caveat', '400Regular', 'Caveat'],
  ['dancing-script', '400Regular', 'DancingScript'],
  ['marck-script', '400Regular', 'MarckScript'],
  ['great-vibes', '400Regular', 'GreatVibes'],
  ['allura', '400Regular', 'Allura'],
  ['sacramento', '400Regular', 'Sacramento'],
]

/** Bundles what runs in worker threads and puts the fonts, with their licences, beside it. Returns the worker's path. */
export async function buildWorker(folder) {
  mkdirSync(join(folder, 'fonts'), { recursive: true })
  for (const [pkg, cut, stem] of FONTS) {
    const from = join(root, 'node_modules/@expo-google-fonts', pkg)
    copyFileSync(join(from, cut, `${stem}_${cut}.ttf`), join(folder, 'fonts', `${stem}_${cut}.ttf`))
    const licence = readdirSync(from).find((f) => f === 'LICENSE_FONT') ?? 'LICENSE'
    copyFileSync(join(from, licence), join(folder, 'fonts', `${stem}-OFL.txt`))
  }
  copyFileSync(join(root, 'node_modules/zxing-wasm/dist/reader/zxing_reader.wasm'), join(folder, 'zxing_reader.wasm'))
  copyFileSync(join(root, 'node_modules/@hyzyla/pdfium/dist/pdfium.wasm'), join(folder, 'pdfium.wasm'))
  const outfile = join(folder, 'index.mjs')
  const entry = (name) => join(root, `server/files/worker/${name}.ts`)
  await build({
    entryPoints: [entry('index'), entry('strangers')],
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
