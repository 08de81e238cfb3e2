declare module 'sepa-payment-qr-code' {
  /** What a QR code of a SEPA credit transfer says (EPC069-12). Throws where a part of it can't be. */
  export default function payload(data: {
    name: string
    iban: string
    amount: number | null
    structuredReference?: string
  }): string
}
