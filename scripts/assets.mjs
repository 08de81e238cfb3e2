import { copyFileSync, cpSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'

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

/**
 * Lays the fonts that papers are drawn with, each with its licence, into one folder and returns it. They ship once, as
 * files of the site under /fonts: the browser lays papers out with the same files the worker threads draw them with.
 */
export function layFonts() {
  const folder = join(root, 'node_modules/.cache/upwold-fonts')
  mkdirSync(folder, { recursive: true })
  for (const [pkg, cut, stem] of FONTS) {
    const from = join(root, 'node_modules/@expo-google-fonts', pkg)
    copyFileSync(join(from, cut, `${stem}_${cut}.ttf`), join(folder, `${stem}_${cut}.ttf`))
    const licence = readdirSync(from).find((f) => f === 'LICENSE_FONT') ?? 'LICENSE'
    copyFileSync(join(from, licence), join(folder, `${stem}-OFL.txt`))
  }
  return folder
}

const LANGUAGES = ['eng', 'deu', 'fra', 'spa']
const CORES = ['tesseract-core-simd-lstm.wasm.js', 'tesseract-core-lstm.wasm.js']

/**
 * Lays what reads the words of a picture in the browser into one folder and returns it: its worker, its core with and
 * without vector instructions, and the data of the languages it knows. It ships as files of the site under /ocr.
 */
export function layReader() {
  const folder = join(root, 'node_modules/.cache/upwold-ocr')
  const modules = join(root, 'node_modules')
  mkdirSync(folder, { recursive: true })
  copyFileSync(join(modules, 'tesseract.js/dist/worker.min.js'), join(folder, 'worker.min.js'))
  for (const core of CORES) {
    copyFileSync(join(modules, 'tesseract.js-core', core), join(folder, core))
    // Packed here, once: the build would pack four megabytes each in the slowest way there is.
    writeFileSync(join(folder, `${core}.gz`), gzipSync(readFileSync(join(folder, core))))
  }
  copyFileSync(join(modules, 'tesseract.js-core/LICENSE'), join(folder, 'LICENSE.txt'))
  for (const language of LANGUAGES) {
    const data = `${language}.traineddata.gz`
    copyFileSync(join(modules, '@tesseract.js-data', language, '4.0.0_best_int', data), join(folder, data))
  }
  return folder
}

/** The character maps and widths of fonts that PDFs name without carrying them, and what unpacks pictures of scanners: the folder to serve them from. */
export const layMaps = () => {
  const folder = join(root, 'node_modules/.cache/upwold-maps')
  for (const part of ['cmaps', 'standard_fonts', 'wasm'])
    cpSync(join(root, 'node_modules/pdfjs-dist', part), join(folder, part), { recursive: true })
  return folder
}
