import type { WordList } from './types'

const THING =
  'company|business|trading|firm|organi[sz]ation|event|product|project|brand|team|school|club|venue|property|pet|dog|cat|horse|animal|bank|account|street|road|boat|vessel|course|class|user|trade|site|building|group|band|stall|shop|store|department|hospital|insurer|insurance|job|item|festival|employer|agency|hotel|vehicle|medication|medicine|drug|policy'

/** English. */
export const english: WordList = {
  language: 'en',
  small: [
    'the',
    'and',
    'of',
    'to',
    'for',
    'is',
    'in',
    'be',
    'that',
    'by',
    'or',
    'with',
    'are',
    'any',
    'will',
    'this',
    'please',
  ],
  signature:
    /^by$|^(witnessed|approved|authori[sz]ed|accepted|agreed) by$|\bsign(ature|atures|ed|s|atory)?\b|\bsign here\b|^x$/,
  initials:
    /\binitials?\b(?! (deposit|payment|term|period|inspection|consultation|fee|cost|visit|meeting|assessment|contact))|\binitialled\b|\binit\b/,
  date: /\bdates?\b(?! back)|\bdated\b|\bd\.?o\.?b\b|\bday of$|^day of\b|\bborn( on)?$|\b(valid|expires?|expiry)( until| on| from)?$|\bdd ?[/.-] ?mm|\bmm ?[/.-] ?dd|\bbirthday\b/,
  dateAhead:
    /\b(period|term|commenc\w*|begin\w*|start\w*|end(s|ing)|effective|valid|expir\w*|made|entered|signed|dated?|pays?|payable|due|deposit|balance|return\w*|arriv\w*|depart\w*|paid|delivered|available|hire|rental|rented)\b.*\b(from|to|on|until|till|by|as of|this)$|\bagreement of$/,
  dateFirst: /\bdate\b(?!s? (of|for) (the )?(witness|person))|\bdated\b|\bsigned on\b|\bday of\b|\bthis$/,
  name: /\bnames?\b|\bsurname\b|\bforenames?\b|\bin (block )?capitals\b|\b(contact|responsible) person\b|\bemergency contact$|\bnext of kin$|\b(mr|mrs|ms|miss)[/ .]*$/,
  notName: new RegExp(
    `\\b(${THING})('s|s'|s)? names?\\b|\\bnames? of (the |your )?(${THING})\\b|\\b(file|domain|trade) ?name\\b`,
  ),
  parties: {
    guardian:
      /\bmy (child|son|daughter)\b|\b(parents?|guardians?|carers?|mother|father|parental|next of kin|legal representative)\b/,
    witness: /\bwitness(es|ed)?\b/,
    business:
      /\bfor [a-z]+ use\b|\b(sub-?)?(lessors?|grantors?)\b|\b((business|company)(?! (name|address|number|reg|vat|type|website))|landlord|landlady|lessor|supplier|provider|contractor|vendor|seller|staff|office use|official use|internal use|our representative|for us|agency|letting agent|management|studio use|hire company|owner(?!'s (name|address)))\b/,
    participant:
      /\b(participants?|attendees?|guests?|child(ren)?('s)?|students?|pupils?|campers?|riders?|swimmers?|athletes?|players?|visitors?|volunteers?|delegates?|bathers?|climbers?|trainees?|learners?|minors?|young person|divers?|runners?|passengers?|competitors?|members?)\b/,
    client:
      /\b(sub-?)?lessees?\b|\b(clients?|customers?|hirers?|tenants?|renters?|lessees?|buyers?|purchasers?|applicants?|patients?|homeowners?|householders?|subscribers?|bookers?|residents?|(pet|dog|cat|horse|car|vehicle|home) owners?)\b/,
  },
  roles:
    /\b(organi[sz]ers?|exhibitors?|artists?|performers?|photographers?|models?|drivers?|directors?|secretary|treasurer|chair(man|woman|person)?|trustees?|employees?|employers?|borrowers?|lenders?|guarantors?|donors?|managers?|supervisors?|inspectors?|surveyors?|architects?|notary|broker|teachers?|instructors?|coach(es)?|doctors?|physicians?|nurses?|vets?|veterinarian|engineers?|consultants?|authors?|publishers?|licensors?|licensees?|distributors?|franchisees?|carriers?|consignors?|consignees?|caterers?|stallholders?|traders?|crew|captain|skipper|translators?|interpreters?|sponsors?|speakers?|musicians?|beneficiary|translator|assessors?|technicians?|installers?)\b/,
  person: /(^|[ .])i,?$|^(between|by)$|\bbetween( the \w+)?$|\bthe undersigned,?$|\bi \(?(full )?(name)?\)?,?$/,
  block: /^(for|signed (for|by|on behalf)|to be (completed|filled)|on behalf|completed by|section|part)\b/,
  yesNo: /^(yes|no|n\/a|na|y|n|true|false|tick|✓|ok|pass|fail|good|fair|poor|agree|disagree|done|checked|in|out)$/,
}
