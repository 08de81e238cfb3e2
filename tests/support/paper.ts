import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { PaperDocument } from '../../core/document/model'
import { type FontSet, fontSet } from '../../core/pdf/fonts'

/** What tests of layout and drawing share: the real fonts, and a paper around blocks. */
const FOLDERS: Record<string, string> = {
  SourceSerif4: 'source-serif-4',
  NotoSans: 'noto-sans',
  NotoNaskhArabic: 'noto-naskh-arabic',
  NotoSansHebrew: 'noto-sans-hebrew',
  NotoEmoji: 'noto-emoji',
  Caveat: 'caveat',
  DancingScript: 'dancing-script',
  GreatVibes: 'great-vibes',
  Allura: 'allura',
  Sacramento: 'sacramento',
  MarckScript: 'marck-script',
}
export const fonts: FontSet = fontSet((file) => {
  const [, stem, cut] = /^([A-Za-z0-9]+?)_(.+)\.ttf$/.exec(file)!
  return readFileSync(
    fileURLToPath(new URL(`../../node_modules/@expo-google-fonts/${FOLDERS[stem!]}/${cut}/${file}`, import.meta.url)),
  )
})

export const paper = (body: PaperDocument['body'], over: Partial<PaperDocument> = {}): PaperDocument => ({
  title: 'A paper',
  language: 'en-GB',
  parties: [
    { key: 'client', label: 'Client' },
    { key: 'business', label: 'Business' },
  ],
  header: [],
  footer: [],
  body,
  ...over,
})
