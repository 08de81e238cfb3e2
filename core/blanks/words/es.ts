import type { WordList } from './types'

/** Spanish. */
export const spanish: WordList = {
  language: 'es',
  small: [
    'el',
    'la',
    'los',
    'las',
    'y',
    'del',
    'que',
    'en',
    'para',
    'por',
    'una',
    'con',
    'se',
    'su',
    'al',
    'como',
    'es',
    'o',
  ],
  signature: /\bfirmas?\b|\bfirmado\b|\bfdo\.?\b/,
  initials: /\biniciales\b|\brúbrica\b/,
  date: /\bfechas?\b|\bnacid[oa] el\b|\bdd ?[/.-] ?mm|\bválido hasta$|\bdía$|\bhasta el$|\bdesde el$/,
  dateAhead:
    /\b(periodo|período|plazo|desde|comienza|empieza|termina|válido|vigencia|alquila)\b.*\b(del|al|el|desde|hasta)$/,
  dateFirst: /\bfecha\b/,
  name: /\bnombres?\b|\bapellidos?\b|\b(don|doña|d\.|dña\.|sr\.|sra\.)[/ .]*$|\bpersona de contacto\b/,
  notName:
    /\bnombre (de la|del|de el) (empresa|evento|sociedad|escuela|colegio|club|animal|perro|banco|proyecto|negocio)\b|\bnombre comercial\b/,
  parties: {
    guardian: /\bmi hij[oa]\b|\bpadres?\b|\bmadre\b|\btutor(a|es)?\b|\brepresentante legal\b/,
    witness: /\btestigos?\b/,
    business:
      /\barrendador(a)?\b|\bprestador(a)?\b|\bproveedor(a)?\b|\bvendedor(a)?\b|\bempresa\b|\bpropietari[oa]\b|\buso interno\b|\bcontratista\b/,
    participant:
      /\bparticipantes?\b|\basistentes?\b|\balumn[oa]s?\b|\bniñ[oa]s?\b|\bmenor(es)?\b|\binvitad[oa]s?\b|\bhij[oa]\b|\bsoci[oa]s?\b|\bjinete\b/,
    client:
      /\bclientes?\b|\barrendatari[oa]s?\b|\binquilin[oa]s?\b|\bcomprador(a)?\b|\bpaciente\b|\bsolicitante\b|\bcontratante\b/,
  },
  roles:
    /\borganizador(a)?\b|\bempleador(a)?\b|\btrabajador(a)?\b|\bfotógraf[oa]\b|\bartista\b|\bexpositor(a)?\b|\bpresident[ea]\b|\btesorer[oa]\b|\bprestamista\b|\bprestatari[oa]\b|\bfiador(a)?\b|\bmédic[oa]\b|\bmonitor(a)?\b|\bdirector(a)?\b|\bconductor(a)?\b/,
  person: /\byo,?$|\bentre$|\babajo firmante,?$/,
  block: /^(por|para|parte|sección|a rellenar|en nombre)\b/,
  yesNo: /^(sí|si|no|bueno|regular|malo|n\/a)$/,
}
