/** The languages signers are written to and read in. */
export const languages = ['en', 'de', 'fr', 'es', 'pt', 'pl', 'ar'] as const
export type Language = (typeof languages)[number]
