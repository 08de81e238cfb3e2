import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/**
 * Takes what is known of phone numbers of the countries Upwold writes national numbers for out of all that the package
 * knows, so that a signer's phone doesn't fetch the rest: `node scripts/phones.mjs`, after the package has changed.
 */
const root = fileURLToPath(new URL('..', import.meta.url))
const all = JSON.parse(readFileSync(join(root, 'node_modules/libphonenumber-js/metadata.min.json'), 'utf8'))
const COUNTRIES = ['GB', 'IE', 'DE', 'AT', 'CH', 'FR', 'ES', 'PT', 'IT', 'NL', 'BE', 'PL', 'US', 'CA', 'AU', 'NZ']
const codes = Object.fromEntries(
  Object.entries(all.country_calling_codes)
    .map(([code, list]) => [code, list.filter((c) => COUNTRIES.includes(c))])
    .filter(([, list]) => list.length),
)
const countries = Object.fromEntries(COUNTRIES.map((c) => [c, all.countries[c]]))
writeFileSync(
  join(root, 'core/text/phones.ts'),
  `/** Made by scripts/phones.mjs. */\nexport const PHONES = ${JSON.stringify({ ...all, country_calling_codes: codes, countries, nonGeographic: {} })}\n`,
)
