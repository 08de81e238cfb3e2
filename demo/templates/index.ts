import { festivalAgreement, hireAgreement, retreatTerms } from './agreements'
import { changeToBooking, damageReport, photoConsent, supplierAgreement } from './forms'
import { membership } from './membership'
import { quote } from './quote'
import { waiver } from './waiver'

export { CLAUSES } from './clauses'

/** The templates the demo business starts with. */
export const TEMPLATES = [
  { id: 'quote', kind: 'quote', folder: 'Before the job', name: 'Quote', document: quote },
  { id: 'hire', kind: 'contract', folder: 'Agreements', name: 'Hire agreement', document: hireAgreement },
  { id: 'festival', kind: 'contract', folder: 'Agreements', name: 'Festival agreement', document: festivalAgreement },
  {
    id: 'supplier',
    kind: 'contract',
    folder: 'Agreements',
    name: 'Festival supplier agreement',
    document: supplierAgreement,
  },
  { id: 'retreat', kind: 'contract', folder: 'Agreements', name: 'Retreat terms', document: retreatTerms },
  { id: 'waiver', kind: 'waiver', folder: 'On the day', name: 'Bather’s waiver', document: waiver },
  { id: 'photos', kind: 'form', folder: 'On the day', name: 'Photo consent', document: photoConsent },
  { id: 'damage', kind: 'form', folder: 'After the job', name: 'Damage report', document: damageReport },
  { id: 'change', kind: 'form', folder: 'After the job', name: 'Change to booking', document: changeToBooking },
  { id: 'membership', kind: 'form', folder: 'Agreements', name: 'Membership terms', document: membership },
] as const
