import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { CSS, PAGES } from './pages'

/** Prints the papers of `pages.ts` and measures where each blank came to stand: `npx tsx tests/blanks/make/print.ts`. */
const out = join(import.meta.dirname, '../set')
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox'] })
const tab = await browser.newPage({ viewport: { width: 794, height: 1122 } })
for (const p of PAGES) {
  await tab.setContent(
    `<!doctype html><meta charset="utf-8"><title>${p.name}</title><style>${CSS}${p.css ?? ''}</style>${p.body}`,
  )
  await tab.emulateMedia({ media: 'print' })
  const truth = await tab.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('[data-t]')].map((e) => {
      const r = e.getBoundingClientRect()
      const page = Math.floor(r.y / 1122) + 1
      return {
        page,
        x: r.x * 0.75,
        y: (r.y - (page - 1) * 1122) * 0.75,
        w: r.width * 0.75,
        h: r.height * 0.75,
        type: e.dataset.t,
        party: e.dataset.p,
      }
    }),
  )
  writeFileSync(join(out, `${p.name}.pdf`), await tab.pdf({ preferCSSPageSize: true, printBackground: true }))
  writeFileSync(join(out, `${p.name}.json`), `${JSON.stringify(truth)}\n`)
}
await browser.close()
