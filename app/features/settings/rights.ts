import type { Right, Role } from '~~/core/members/rights'

/** What a right lets somebody do, to be read after “may”. */
export const RIGHT_SAYS: Record<Right, string> = {
  jobs: 'begin jobs, change jobs and people',
  papers: 'prepare papers, change and withdraw them',
  send: 'send without somebody checking first',
  desk: 'take guests in, hand a device over',
  library: 'change templates, clauses and kept messages',
  money: 'see what is due and paid, open invoices',
  book: 'book payments, ask for money, raise invoices',
  settings: 'change settings: the business, prices, kinds, mail',
  members: 'say who works here, see who is signed in',
}

/** What a role is for, in a line. */
export const ROLE_SAYS: Record<Role, string> = {
  owner: 'May everything, always.',
  manager: 'May everything but say who works here.',
  staff: 'Prepares and sends papers, runs the desk, changes templates; books no money.',
  'front desk': 'Takes guests in and has waivers signed; sees the rest.',
  bookkeeper: 'Sees and books money; sees the rest.',
}
