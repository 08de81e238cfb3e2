/** PrimeVue ships this without its types: where a Toast listens for what it is to show. */
declare module 'primevue/toasteventbus' {
  const bus: { emit(type: string, message?: unknown): void }
  export default bus
}
