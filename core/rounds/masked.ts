/** An address with its middle left out: `i•••@marlow.example`, `•••• 112`. */
export const masked = (address: string): string =>
  address.includes('@') ? address.replace(/^(.).*@/, '$1•••@') : `•••• ${address.replace(/\D/g, '').slice(-3)}`
/** A code as it is compared: however it is spaced or written. */
export const plainCode = (code: string): string => code.replace(/\s/g, '').toLowerCase()
