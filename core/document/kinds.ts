/** The kinds of paper a job can have. */
export const paperKinds = ['quote', 'contract', 'waiver', 'form'] as const
export type PaperKind = (typeof paperKinds)[number]
