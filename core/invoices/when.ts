/**
 * When a job's invoice is raised by itself: when the work is agreed, when every paper of it is signed, when a member says that
 * it is done, on its day; or never, but by hand.
 */
export const INVOICE_WHEN = ['agreed', 'signed', 'completed', 'day', 'never'] as const
export type InvoiceWhen = (typeof INVOICE_WHEN)[number]
