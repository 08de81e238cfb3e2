import type { Minor } from '../money/money'
import { readAmount, readPercent, typedWords } from '../money/typed'
import { type Names, cellsOf, guessColumns } from '../tables/table'

/** What a column of a table of priced items can stand for. */
export const itemMeans = ['code', 'description', 'unit', 'price', 'tax', 'group', 'stock', 'nothing'] as const
export type ItemMeans = (typeof itemMeans)[number]

const NAMES: Names<ItemMeans> = [
  [
    'code',
    ['code', 'sku', 'number', 'no', 'item no', 'nr', 'artikelnummer', 'art.-nr.', 'référence', 'código', 'codice'],
  ],
  [
    'description',
    ['description', 'item', 'name', 'what', 'bezeichnung', 'artikel', 'beschreibung', 'désignation', 'descripción'],
  ],
  ['unit', ['unit', 'counted in', 'einheit', 'unité', 'unidad', 'unità', 'eenheid']],
  [
    'price',
    ['price', 'unit price', 'each', 'preis', 'einzelpreis', 'prix', 'prix unitaire', 'precio', 'prezzo', 'prijs'],
  ],
  ['tax', ['tax', 'vat', 'tax rate', 'vat rate', 'mwst', 'ust', 'steuer', 'steuersatz', 'tva', 'iva', 'btw']],
  ['group', ['group', 'category', 'gruppe', 'kategorie', 'catégorie', 'categoría', 'categoria', 'groep']],
  ['stock', ['stock', 'how many', 'bestand', 'anzahl', 'quantité', 'existencias', 'scorta', 'voorraad']],
]
/** What each column of a table of items likely stands for. */
export const guessItems = (heads: readonly string[]): ItemMeans[] => guessColumns(heads, NAMES)

/** An item as a row of a table has it; the price in minor units. */
export interface ItemRow {
  code: string
  description: string
  unit: string
  unitPrice: Minor
  taxRate: string
  group: string
  stock: number | null
}

/** An item of one row, or why it is none. Numbers are read as they are written in `locale`; without a tax it is the usual one. */
export function itemOf(
  row: readonly string[],
  means: readonly ItemMeans[],
  { currency, locale, taxRate }: { currency: string; locale: string; taxRate: string },
): { item: ItemRow } | { wrong: string; description: string } {
  const of = cellsOf<ItemMeans>(row, means)
  const description = of('description').slice(0, 500)
  const wrong = (why: string) => ({ wrong: why, description })
  if (!description) return wrong('doesn’t say what it is')
  if (/\uFFFD/.test(description)) return wrong('has letters that were lost: choose another encoding')
  const price = readAmount(of('price') || '0', currency, locale)
  if (!('value' in price)) return wrong(typedWords(price.problem, of('price'), locale))
  if (price.value < 0) return wrong('has a price below 0')
  const tax = of('tax') ? readPercent(of('tax'), locale) : { value: taxRate }
  if (!('value' in tax)) return wrong(typedWords(tax.problem, of('tax'), locale))
  if (!/^(100|\d{1,2})(\.\d{1,2})?$/.test(tax.value)) return wrong(`“${of('tax').slice(0, 20)}” is no tax rate`)
  const stock = of('stock')
  if (!/^\d{0,6}$/.test(stock)) return wrong(`“${stock.slice(0, 20)}” is no whole number of what there is`)
  return {
    item: {
      code: of('code').slice(0, 40),
      description,
      unit: of('unit').slice(0, 20),
      unitPrice: price.value,
      taxRate: tax.value,
      group: of('group').slice(0, 60),
      stock: stock ? Number(stock) : null,
    },
  }
}

const plain = (text: string) => text.trim().toLowerCase()
/** What an item is known by: its code, else what it is called. */
export const itemKey = ({ code, description }: Pick<ItemRow, 'code' | 'description'>): string =>
  code ? `code ${plain(code)}` : `what ${plain(description)}`

/**
 * For each row the id of the item it is already, or the place of an earlier row that is the same, or null. A row with a code
 * is the item of that code, else the one called the same that has no code yet; one without is the item called the same.
 */
export function matchItems(
  rows: readonly (Pick<ItemRow, 'code' | 'description'> | null)[],
  known: readonly (Pick<ItemRow, 'code' | 'description'> & { id: string })[],
): (string | number | null)[] {
  const there = new Map<string, string>()
  const codeless = new Map<string, string>()
  for (const k of known) {
    const called = plain(k.description)
    if (!there.has(`what ${called}`)) there.set(`what ${called}`, k.id)
    if (k.code) there.set(itemKey(k), k.id)
    else if (!codeless.has(called)) codeless.set(called, k.id)
  }
  const seen = new Map<string, number>()
  return rows.map((row, i) => {
    if (!row) return null
    const key = itemKey(row)
    const before = seen.get(key)
    if (before !== undefined) return before
    seen.set(key, i)
    return there.get(key) ?? codeless.get(plain(row.description)) ?? null
  })
}
