/** The module build: the package's main file calls itself a module and isn't one. */
declare module 'ibantools/jsnext/ibantools.js' {
  export { countrySpecs, isValidBIC, isValidIBAN } from 'ibantools'
}
