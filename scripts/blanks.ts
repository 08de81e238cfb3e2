import { readFileSync } from 'node:fs'

/** `npm run blanks -- FILE.pdf`: the blanks of a file as one JSON array on standard output, and nothing else there. */
const [file] = process.argv.slice(2)
if (!file) {
  console.error('Say which PDF: npm run blanks -- FILE.pdf')
  process.exit(2)
}
// Libraries that are told something odd by a file say so on the console; that is not part of the answer.
// eslint-disable-next-line no-console
console.log = console.info = console.warn = (...words: unknown[]) => console.error(...words)
const { findInPdf } = await import('../server/files/worker/blanks')
try {
  const found = await findInPdf(new Uint8Array(readFileSync(file)))
  const rows = found.map(({ page, x, y, w, h, type, party, confidence, why }) => ({
    page,
    x,
    y,
    w,
    h,
    type,
    party,
    confidence,
    why,
  }))
  process.stdout.write(`${JSON.stringify(rows)}\n`)
} catch (error) {
  console.error(`${file}: ${error instanceof Error ? error.message : String(error)}`)
  process.exitCode = 1
}
