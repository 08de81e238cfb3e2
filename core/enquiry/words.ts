import type { EnquiryLanguage } from './types'

/** Words an enquiry is read by, in lower case without accents (`flat`). Languages stand together: people mix them. */
export const MONTHS: readonly (readonly string[])[] = [
  ['january', 'januar', 'janner', 'janvier', 'enero', 'jan'],
  ['february', 'februar', 'fevrier', 'febrero', 'feb', 'fevr'],
  ['march', 'marz', 'mars', 'marzo', 'mar', 'mrz'],
  ['april', 'avril', 'abril', 'apr', 'avr', 'abr'],
  ['may', 'mai', 'mayo'],
  ['june', 'juni', 'juin', 'junio', 'jun'],
  ['july', 'juli', 'juillet', 'julio', 'jul', 'juil'],
  ['august', 'aout', 'agosto', 'aug', 'ago'],
  ['september', 'septembre', 'septiembre', 'sept', 'sep'],
  ['october', 'oktober', 'octobre', 'octubre', 'oct', 'okt'],
  ['november', 'novembre', 'noviembre', 'nov'],
  ['december', 'dezember', 'decembre', 'diciembre', 'dec', 'dez', 'dic'],
]
/** From Sunday on, as a day of the week is counted. */
export const WEEKDAYS: readonly (readonly string[])[] = [
  ['sunday', 'sonntag', 'dimanche', 'domingo', 'sun'],
  ['monday', 'montag', 'lundi', 'lunes', 'mon'],
  ['tuesday', 'dienstag', 'mardi', 'martes', 'tue', 'tues'],
  ['wednesday', 'mittwoch', 'mercredi', 'miercoles', 'wed'],
  ['thursday', 'donnerstag', 'jeudi', 'jueves', 'thu', 'thurs'],
  ['friday', 'freitag', 'vendredi', 'viernes', 'fri'],
  ['saturday', 'samstag', 'sonnabend', 'samedi', 'sabado', 'sat'],
]
/** Which of a month's weekends: 1 to 4, -1 for the last. */
export const ORDINALS: Readonly<Record<string, number>> = {
  first: 1,
  '1st': 1,
  '1.': 1,
  erste: 1,
  ersten: 1,
  erstes: 1,
  premier: 1,
  '1er': 1,
  primer: 1,
  second: 2,
  '2nd': 2,
  '2.': 2,
  zweite: 2,
  zweiten: 2,
  zweites: 2,
  deuxieme: 2,
  segundo: 2,
  third: 3,
  '3rd': 3,
  '3.': 3,
  dritte: 3,
  dritten: 3,
  drittes: 3,
  troisieme: 3,
  tercer: 3,
  fourth: 4,
  '4th': 4,
  '4.': 4,
  vierte: 4,
  vierten: 4,
  quatrieme: 4,
  cuarto: 4,
  last: -1,
  letzte: -1,
  letzten: -1,
  dernier: -1,
  ultimo: -1,
}
/** Numbers in words. What can also be an article (`a`, `ein`, `un`) isn't one. */
export const NUMBERS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  fifteen: 15,
  sixteen: 16,
  eighteen: 18,
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  hundred: 100,
  dozen: 12,
  zwei: 2,
  drei: 3,
  vier: 4,
  funf: 5,
  sechs: 6,
  sieben: 7,
  acht: 8,
  neun: 9,
  zehn: 10,
  elf: 11,
  zwolf: 12,
  funfzehn: 15,
  zwanzig: 20,
  dreissig: 30,
  dreisig: 30,
  vierzig: 40,
  funfzig: 50,
  hundert: 100,
  dutzend: 12,
  zweit: 2,
  dritt: 3,
  viert: 4,
  funft: 5,
  sechst: 6,
  siebt: 7,
  neunt: 9,
  zehnt: 10,
  zwolft: 12,
  deux: 2,
  trois: 3,
  quatre: 4,
  cinq: 5,
  sept: 7,
  huit: 8,
  neuf: 9,
  dix: 10,
  onze: 11,
  douze: 12,
  quinze: 15,
  vingt: 20,
  trente: 30,
  quarante: 40,
  cinquante: 50,
  cent: 100,
  dizaine: 10,
  douzaine: 12,
  quinzaine: 15,
  vingtaine: 20,
  trentaine: 30,
  quarantaine: 40,
  cinquantaine: 50,
  dos: 2,
  tres: 3,
  cuatro: 4,
  cinco: 5,
  seis: 6,
  siete: 7,
  ocho: 8,
  nueve: 9,
  diez: 10,
  once: 11,
  doce: 12,
  docena: 12,
  quince: 15,
  veinte: 20,
  veintena: 20,
  treinta: 30,
  cuarenta: 40,
  cincuenta: 50,
  cien: 100,
}
/** Whoever comes: a number before one of these is how many. */
export const PEOPLE =
  'people|persons?|guests?|visitors?|attendees|participants?|pax|of us|friends|members|rowers|personen|pers\\.?|gaste|gasten|leute|leuten|besucher|besuchern|teilnehmer|mitglieder|mitgliedern|freunde|personnes|invites|participants|visiteurs|membres|amis|personas|invitados|invitadas|asistentes|socios|amigos'
export const ADULTS = 'adults?|grown-?ups|erwachsene|erwachsenen|adultes|adultos'
export const CHILDREN = 'children|child|kids?|under 1\\d|kinder|kindern|kind|enfants?|ninos|ninas|hijos'
/** Said before how many come, where no word for people follows. */
export const WE_ARE =
  "we are|we're|we will be|we'll be|there will be|there'?s|wir sind|wir waren|wir werden|wir waren zu|es kommen|nous serons|nous sommes|on sera|on est|il y aura|seremos|somos|vendran"
/** What begins the foot of a message. */
export const CLOSINGS =
  'best wishes|best regards|kind regards|warm regards|regards|many thanks|thanks(?: a lot)?|thank you|thx|cheers|best|yours sincerely|yours faithfully|sincerely|love|viele gruss?e|liebe gruss?e|herzliche gruss?e|freundliche gruss?e|mit freundlichen gruss?en|beste gruss?e|schone gruss?e|gruss?e|gruss?|danke und gruss?|danke|lg|vg|mfg|cordialement|bien cordialement|bien a vous|sinceres salutations|amicalement|merci|merci d.avance|bonne journee|salutations|un saludo|saludos(?: cordiales)?|atentamente|cordialmente|un abrazo|gracias|muchas gracias'
/** What stands before a field of a form, by what it is. */
export const LABELS: Readonly<Record<string, string>> = {
  name: '(?:your |full |ihr |votre |su )?name|vor- und nachname|nom|votre nom|nom et prenom|nombre|su nombre|nombre y apellidos',
  organisation: 'company|organisation|organization|firma|verein|societe|entreprise|empresa',
  email: '(?:your )?e-?mail(?: address)?|ihre e-?mail|e-?mail-adresse|courriel|votre e-?mail|correo(?: electronico)?',
  phone: 'phone(?: number)?|telephone|tel|mobile|telefon(?:nummer)?|handy|telephone|portable|telefono|movil',
  when: 'date|dates|when|event date|day|datum|wann|termin|tag|quand|fecha|cuando|dia',
  people:
    'guests|people|how many(?: people)?|number of (?:guests|people)|personen|gaste|wie viele(?: personen)?|anzahl|nombre de personnes|personnes|combien(?: de personnes)?|invites|personas|cuantos|invitados|numero de personas',
  place: 'location|place|where|address|venue|ort|wo|adresse|anschrift|lieu|ou|lugar|donde|direccion',
  budget: 'budget|presupuesto',
  message: 'message|comments?|notes?|nachricht|bemerkung(?:en)?|anmerkung(?:en)?|mensaje|comentarios?|commentaires?',
}
/** What stands before an address or number in the head of a mail. */
export const HEAD =
  'from|to|cc|date|sent|subject|reply-to|von|an|gesendet|datum|betreff|de|a|envoye|objet|enviado|para|asunto|fecha'
/** Words a language is told by. */
export const TELLS: Readonly<Record<EnquiryLanguage, string>> = {
  en: 'the and we you is are for of with would like our have please hello hi dear from how at wants people best thanks you',
  de: 'der die das und wir ist sind fur mit den im ein eine unser hatten gern bitte hallo guten vom bis ab nicht uns noch was leute viele grusse personen',
  fr: 'le la les et nous est sont pour avec des du un une notre aimerions bonjour merci vous dans au personnes dont sera on',
  es: 'el la los y nos es son para con del una un nuestro gustaria hola gracias usted en al personas somos seremos por',
}
/** What a business or club is called by, after its name and before it. */
export const ORG_AFTER =
  '(?:Ltd\\.?|Limited|LLP|PLC|CIC|Trust|Club|School|College|Council|Society|Association|Foundation|University|GmbH|gGmbH|AG|KG|UG|OHG|e\\.\\s?V\\.|eG|SARL|SAS|SASU|SA|EURL|S\\.\\s?L\\.(?:U\\.)?|S\\.\\s?A\\.|SL)'
export const ORG_BEFORE =
  '(?:Association|Asociación|Fundación|Fondation|Verein|Stiftung|Ayuntamiento de|Mairie de|Gemeinde|Stadt|Parish of)'
/** Words that follow "in" or "at" with a capital and are no place. */
export const NO_PLACE =
  /^(?:ruhe|kurze|zukunft|ordnung|planung|urlaub|bar|rechnung|frage|fragen|hohe|bezug|absprache|interesse|advance|general|mind|order|case|total|particular|principle|english|german|french|spanish|deutsch|general|efectivo|casa|famille|familia|gros|fait)$/
