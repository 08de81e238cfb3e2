import { countrySpecs, isValidBIC, isValidIBAN } from 'ibantools/jsnext/ibantools.js'

/** Something that looks like an IBAN (ISO 13616): two letters, two digits, the rest. */
const IBAN = /\b[A-Z]{2}\d{2}(?: ?[A-Z\d]{2,4}){3,8}\b/g

/** What is wrong with the account somebody is paid to: an IBAN or BIC in it that can't be one. Null where nothing is. */
export function bankProblem(text: string): string | null {
  for (const found of text.toUpperCase().match(IBAN) ?? []) {
    const length = countrySpecs[found.slice(0, 2)]?.chars
    // Words behind it are not of it.
    const iban = length && found.replace(/ /g, '').slice(0, length)
    if (iban && !isValidIBAN(iban)) return `${iban} is no IBAN: a digit is wrong or missing.`
  }
  const bic = /\bBIC:? ?([A-Z\d]{8,11})\b/.exec(text.toUpperCase())?.[1]
  return bic && !isValidBIC(bic) ? `${bic} is no BIC.` : null
}
