import type { WordList } from './types'

/** French. */
export const french: WordList = {
  language: 'fr',
  small: [
    'le',
    'la',
    'les',
    'des',
    'et',
    'du',
    'est',
    'une',
    'pour',
    'dans',
    'par',
    'que',
    'sur',
    'au',
    'aux',
    'être',
    'vous',
    'ou',
  ],
  signature: /\bsignatures?\b|\bsigné(e|s)?\b|\blu et approuvé\b/,
  initials: /\bparaphes?\b|\binitiales\b/,
  date: /\bdates?\b|\bné(\(?e\)?)? le\b|(^|[ ,])le$|\bjj ?[/.-] ?mm|\bdu$(?<=\bdu)|\bvalable jusqu'au$|\bexpire le$|\bjusqu'au$|\bà compter du$/,
  dateAhead: /\b(periode|période|duree|durée|commence|prend fin|valable|compter|allant|loué)\b.*\b(du|au|le|jusqu'au)$/,
  dateFirst: /\bdate\b|(^|[ ,])le$/,
  name: /\bnoms?\b|\bprénoms?\b|\b(m\.|mme|monsieur|madame)[/ .]*$|\bpersonne à contacter\b/,
  notName:
    /\bnom (de la|du|de l'|de l’) ?(société|entreprise|association|événement|école|club|animal|chien|banque|chantier|établissement|projet)\b|\bnom commercial\b/,
  parties: {
    guardian:
      /\bmon enfant\b|\bparents?\b|\btut(eur|rice|eurs)\b|\bresponsables? léga(l|ux|le)\b|\breprésentant légal\b|\bmère\b|\bpère\b/,
    witness: /\btémoins?\b/,
    business:
      /\bbailleur(s|esse)?\b|\bprestataire\b|\bloueur\b|\bvendeur(s|se)?\b|\bentreprise\b|\bsociété\b|\bpropriétaire\b|\bfournisseur\b|\bréservé à (l'administration|l’administration|l'entreprise)\b|\bpersonnel\b/,
    participant:
      /\bparticipant(e|s|\(e\))?\b|\benfants?\b|\bélèves?\b|\bstagiaires?\b|\binvité(e|s)?\b|\bvisiteur\b|\bmineur(e)?\b|\badhérent(e)?\b|\bcavalier\b/,
    client:
      /\bclient(e|s|\(e\))?\b|\blocataires?\b|\bacheteur\b|\bacquéreur\b|\bpreneur\b|\bdonneur d'ordre\b|\bpatient(e)?\b|\bdemandeur\b/,
  },
  roles:
    /\borganisateur\b|\bemployeur\b|\bsalarié(e)?\b|\bphotographe\b|\bartiste\b|\bexposant\b|\bprésident(e)?\b|\btrésori(er|ère)\b|\bprêteur\b|\bemprunteur\b|\bcaution\b|\bmédecin\b|\bmoniteur\b|\bdirect(eur|rice)\b|\bconducteur\b/,
  person: /\bje,? soussigné(\(?e\)?)?,?$|\bentre$|\bsoussigné(\(?e\)?)?,?$/,
  block: /^(pour|partie|section|à remplir|au nom|cadre)\b/,
  yesNo: /^(oui|non|o|n|bon|moyen|mauvais|s\.o\.)$/,
}
