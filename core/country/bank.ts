import { countrySpecs, isValidBIC, isValidIBAN } from 'ibantools/jsnext/ibantools.js'

/** Something that looks like an IBAN (ISO 13616): two letters, two digits, the rest. */
const IBAN = /\b[A-Z]{2}\d{2}(?: ?[A-Z\d]{2,4}){3,8}\b/g

/** What in a text looks like IBANs, without spaces and cut to the length of their country: words behind one are not of it. */
const ibansIn = (text: string): string[] =>
  (text.toUpperCase().match(IBAN) ?? []).flatMap((found) => {
    const length = countrySpecs[found.slice(0, 2)]?.chars
    return length ? [found.replace(/ /g, '').slice(0, length)] : []
  })
/** The IBAN in what is said of an account; null where there is none that can be one. */
export const ibanIn = (text: string): string | null => ibansIn(text).find((iban) => isValidIBAN(iban)) ?? null

/** What is wrong with the account somebody is paid to: an IBAN or BIC in it that can't be one. Null where nothing is. */
export function bankProblem(text: string): string | null {
  for (const iban of ibansIn(text)) if (!isValidIBAN(iban)) return `${iban} is no IBAN: a digit is wrong or missing.`
  const bic = /\bBIC:? ?([A-Z\d]{8,11})\b/.exec(text.toUpperCase())?.[1]
  return bic && !isValidBIC(bic) ? `${bic} is no BIC.` : null
}
