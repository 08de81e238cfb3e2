/** The kinds of paper templates are made for. */
export const templateKinds = ['quote', 'contract', 'waiver', 'form'] as const
export type TemplateKind = (typeof templateKinds)[number]
/** The kinds of paper a job can have: those, and extras, which are written from what they change. */
export const paperKinds = [...templateKinds, 'extra'] as const
export type PaperKind = (typeof paperKinds)[number]
