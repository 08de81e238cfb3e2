import type { Known } from '../types'

const minor = (n: number) => n * 100
const ABOUT = { today: '2026-11-28', own: ['hello@larkmoor.example'] }

/** What the business of each language offers, and whom it knows. */
export const KNOWN: Record<'en' | 'de' | 'fr' | 'es', Known> = {
  en: {
    ...ABOUT,
    locale: 'en-GB',
    country: 'GB',
    kinds: [
      {
        id: 'garden',
        name: 'Garden weekend',
        facts: [
          { key: 'gate', label: 'Gate width', unit: 'm' },
          { key: 'power', label: 'Power', unit: '' },
        ],
      },
      { id: 'festival', name: 'Festival hire', facts: [{ key: 'pitch', label: 'Pitch', unit: '' }] },
      { id: 'retreat', name: 'Retreat', facts: [{ key: 'meals', label: 'Meals', unit: '' }] },
      { id: 'session', name: 'Lakeside session', facts: [] },
    ],
    items: [
      { id: 'barrel', description: 'Barrel sauna, Friday to Sunday', unit: 'weekend', unitPrice: minor(420) },
      { id: 'horsebox', description: 'Horsebox sauna, per day', unit: 'day', unitPrice: minor(340) },
      { id: 'plunge', description: 'Cold plunge tub', unit: '', unitPrice: minor(95) },
      { id: 'wood', description: 'Kiln-dried wood, net', unit: 'net', unitPrice: minor(8) },
      { id: 'robe', description: 'Robe and towel', unit: '', unitPrice: minor(6) },
      { id: 'host', description: 'Sauna host, per hour', unit: 'hour', unitPrice: minor(28) },
    ],
    contacts: [
      {
        id: 'ines',
        name: 'Ines Marlow',
        email: 'ines@marlow.example',
        phone: '01632 960 508',
      },
      { id: 'fen', name: 'Fen Lights Trust', email: 'office@fenlights.example', phone: '' },
    ],
  },
  de: {
    ...ABOUT,
    locale: 'de-DE',
    country: 'DE',
    kinds: [
      { id: 'garden', name: 'Gartenwochenende', facts: [{ key: 'gate', label: 'Torbreite', unit: 'm' }] },
      { id: 'festival', name: 'Festmiete', facts: [{ key: 'pitch', label: 'Stellplatz', unit: '' }] },
      { id: 'session', name: 'Abend am See', facts: [] },
    ],
    items: [
      { id: 'barrel', description: 'Fasssauna, Freitag bis Sonntag', unit: 'Wochenende', unitPrice: minor(420) },
      { id: 'wagon', description: 'Saunawagen, pro Tag', unit: 'Tag', unitPrice: minor(340) },
      { id: 'plunge', description: 'Tauchbecken, kalt', unit: '', unitPrice: minor(95) },
      { id: 'wood', description: 'Kaminholz, Netz', unit: 'Netz', unitPrice: minor(8) },
      { id: 'robe', description: 'Bademantel mit Handtuch', unit: '', unitPrice: minor(6) },
    ],
    contacts: [{ id: 'greta', name: 'Greta Hollmann', email: 'greta@hollmann.example', phone: '' }],
  },
  fr: {
    ...ABOUT,
    locale: 'fr-FR',
    country: 'FR',
    kinds: [
      { id: 'garden', name: 'Week-end au jardin', facts: [{ key: 'gate', label: 'Largeur du portail', unit: 'm' }] },
      { id: 'festival', name: 'Festival', facts: [] },
      { id: 'session', name: 'Soirée au lac', facts: [] },
    ],
    items: [
      { id: 'barrel', description: 'Sauna tonneau, vendredi à dimanche', unit: 'week-end', unitPrice: minor(420) },
      { id: 'van', description: 'Sauna roulotte, par jour', unit: 'jour', unitPrice: minor(340) },
      { id: 'plunge', description: 'Bain froid', unit: '', unitPrice: minor(95) },
      { id: 'robe', description: 'Peignoir et serviette', unit: '', unitPrice: minor(6) },
    ],
    contacts: [{ id: 'anouk', name: 'Anouk Delmas', email: 'anouk@delmas.example', phone: '' }],
  },
  es: {
    ...ABOUT,
    locale: 'es-ES',
    country: 'ES',
    kinds: [
      {
        id: 'garden',
        name: 'Fin de semana en el jardín',
        facts: [{ key: 'gate', label: 'Ancho de la puerta', unit: 'm' }],
      },
      { id: 'festival', name: 'Festival', facts: [] },
      { id: 'session', name: 'Tarde en el lago', facts: [] },
    ],
    items: [
      { id: 'barrel', description: 'Sauna barril, viernes a domingo', unit: 'fin de semana', unitPrice: minor(420) },
      { id: 'van', description: 'Sauna remolque, por día', unit: 'día', unitPrice: minor(340) },
      { id: 'plunge', description: 'Bañera fría', unit: '', unitPrice: minor(95) },
      { id: 'robe', description: 'Albornoz y toalla', unit: '', unitPrice: minor(6) },
    ],
    contacts: [{ id: 'leire', name: 'Leire Montoya', email: 'leire@montoya.example', phone: '' }],
  },
}
