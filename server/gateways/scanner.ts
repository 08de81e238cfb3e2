/** The stand-in for a reader that types: what it types of each of its specimens, which are of nobody (ICAO 9303-4). */
export const SCANNER_SPECIMENS: readonly { name: string; text: string }[] = [
  {
    name: 'Passport of Nadia Ferrer',
    text: 'P<UTOFERRER<<NADIA<<<<<<<<<<<<<<<<<<<<<<<<<<\nSP00001019UTO8601012F3512311<<<<<<<<<<<<<<06',
  },
  {
    name: 'Passport of Theo Ferrer, a child',
    text: 'P<UTOFERRER<<THEO<<<<<<<<<<<<<<<<<<<<<<<<<<<\nSP00001020UTO1303052M3512311<<<<<<<<<<<<<<04',
  },
  {
    name: 'Passport of Bram Ostrowski, expired',
    text: 'P<UTOOSTROWSKI<<BRAM<<<<<<<<<<<<<<<<<<<<<<<<\nSP00001031UTO9006120M2401014<<<<<<<<<<<<<<06',
  },
]
