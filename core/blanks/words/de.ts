import type { WordList } from './types'

/** German. */
export const german: WordList = {
  language: 'de',
  small: [
    'der',
    'die',
    'das',
    'und',
    'ist',
    'den',
    'des',
    'für',
    'mit',
    'von',
    'zu',
    'ein',
    'eine',
    'nicht',
    'wird',
    'bei',
    'im',
    'auf',
  ],
  signature: /unterschrift(en)?\b|\bunterzeichn|\bgez\.?\b|\bsignatur\b/,
  initials: /\bparaphe\b|\binitialen\b|\bkürzel\b|\bnamenszeichen\b|\bhandzeichen\b/,
  date: /\b(geburts|ankunfts|abreise|start|end|miet)?datum\b|\bgeboren am\b|\bgeb\.?( am)?$|\bden$|\bam$|\btt\.mm|\btag der\b|\bgültig (bis|ab)$|\bab dem$|\bbis zum$/,
  dateAhead: /\b(beginnt|endet|dauert|zeitraum|mietzeit|gilt|laufzeit|ab|vom|von)\b.*\b(am|bis|vom|ab|zum|den)$/,
  dateFirst: /\bdatum\b|\bden$|\bunterzeichnet am$/,
  name: /\b(vor|nach|familien|zu|geburts)?namen?\b|\bdruckbuchstaben\b|\b(herr|frau)[/ .]*$|\bansprechpartner(in)?\b/,
  notName:
    /\b(firmen|vereins|veranstaltungs|tier|projekt|hunde|pferde|schul|produkt|bank|straßen|betriebs)namen?\b|\bname (der|des|der) (firma|vereins|veranstaltung|tieres|hundes|schule|bank|veranstalters|unternehmens|pferdes|versicherung)\b/,
  parties: {
    guardian:
      /\bmein(em|es)? kind\b|\berziehungsberechtigte[rn]?\b|\bsorgeberechtigte[rn]?\b|\bgesetzliche[rn]? vertreter|\beltern(teil)?\b|\bmutter\b|\bvater\b|\bvormund\b/,
    witness: /\bzeug(e|en|in)\b/,
    business:
      /\bvermieter(s|in)?\b|\bauftragnehmer(s|in)?\b|\banbieter(s|in)?\b|\bverkäufer(s|in)?\b|\bverleiher(s|in)?\b|\bunternehmen\b|\bfirma\b|\bverpächter(s|in)?\b|\bmitarbeiter(s|in)?\b|\bintern(er gebrauch)?\b|\bvom betrieb\b|\bdienstleister(s|in)?\b/,
    participant:
      /\bteilnehm(er|erin|enden?|ers)\b|\bkind(es|er)?\b|\bschüler(s|in)?\b|\bgast(es)?\b|\bbesucher(s|in)?\b|\bminderjährige[rn]?\b|\bmitglied(s|es)?\b|\breiter(s|in)?\b/,
    client:
      /\bkund(e|en|in)\b|\b(unter)?mieter(s|in)?\b|\bauftraggeber(s|in)?\b|\bkäufer(s|in)?\b|\bentleiher(s|in)?\b|\bpächter(s|in)?\b|\bpatient(en|in)?\b|\bantragsteller(s|in)?\b|\bbesteller(s|in)?\b/,
  },
  roles:
    /\bveranstalter(s|in)?\b|\barbeitgeber(s|in)?\b|\barbeitnehmer(s|in)?\b|\bfotograf(en|in)?\b|\bkünstler(s|in)?\b|\bvorstand(s)?\b|\bkassenwart\b|\btrainer(s|in)?\b|\bfahrer(s|in)?\b|\bleiter(s|in)?\b|\barzt(es)?\b|\bdarlehensgeber\b|\bdarlehensnehmer\b|\bbürge(n)?\b|\baussteller(s|in)?\b/,
  person: /\bich,?$|\bzwischen$|\bunterzeichnende[rn]?,?$/,
  block: /^(für|im namen|auszufüllen|vom|von der|teil|abschnitt)\b/,
  yesNo: /^(ja|nein|j|n|entfällt|ok|gut|mittel|schlecht)$/,
}
