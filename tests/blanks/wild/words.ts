/** What papers of one language are written with. `{type}` in a sentence is a blank; `{type:party}` one of a party it names. */
export interface Tongue {
  titles: string[]
  sentences: string[]
  made: string[]
  heads: string[]
  /** Labels of what is asked, by what is to be written there. */
  asked: { name: string[]; date: string[]; text: string[] }
  sign: { signature: string; name: string; date: string; place: string; of: (role: string) => string }
  /** Who a paper is between: what it calls them, and which party they are. */
  roles: { us: string[]; them: string[]; guest: string[]; guardian: string; witness: string }
  /** A heading over what one party fills. */
  over: (role: string) => string
  office: string
  initial: string
  ticks: [string, string[]][]
  columns: { head: string; type: 'text' | 'date' | 'initials' | 'signature' | 'name' }[][]
  prices: [string, string][]
  goods: [string, string, string][]
  page: (n: number) => string
}

const en: Tongue = {
  titles: [
    'Equipment loan agreement',
    'Activity waiver',
    'Consent and registration',
    'Site inspection',
    'Order and delivery',
    'Membership application',
    'Workshop booking',
    'Storage agreement',
  ],
  sentences: [
    'The equipment stays the property of the owner at all times and is returned clean, dry and complete.',
    'Whoever signs has read the notes on safety, has been shown where the exits are, and had time to ask.',
    'A place that is given up less than seven days before the day isn’t refunded, unless somebody else takes it.',
    'Damage is told on the same day; what it costs to mend is agreed in writing before any work begins.',
    'Pictures are taken on some days. Whoever doesn’t want to be in them says so when they arrive.',
    'The price holds for thirty days from the date of this paper and includes tax as shown.',
    'Water, towels and a place to change are there. Valuables are left at home or in the lockers at one’s own risk.',
    'Nothing in these terms takes away a right that the law gives to consumers.',
    'Either side may end this with four weeks’ notice in writing; what was paid ahead is settled by the day.',
    'Children under twelve are with a grown-up of their own the whole time.',
    'The keys are handed over at nine in the morning and given back before six in the evening.',
    'Smoking, open fire and glass are not allowed on the deck or in the water.',
  ],
  made: [
    'This agreement is made on {date} between {name:us} (“the {us}”) and {name:them} (“the {them}”).',
    'I, {name:them}, of {text:them}, hire the items below from {date:them} until {date:them} and pay {text:them} in advance.',
    'The {them} pays a deposit of {text:them} by {date:them} and the balance on the day.',
  ],
  heads: [
    'What is agreed',
    'Payment',
    'Safety',
    'Cancellation',
    'Your data',
    'The small print',
    'Before you come',
    'Care of the equipment',
  ],
  asked: {
    name: ['Full name', 'Name', 'Print name', 'Name of participant', 'Emergency contact name'],
    date: ['Date of birth', 'Date', 'Date of arrival', 'Start date', 'Valid until'],
    text: [
      'Address',
      'Postcode',
      'Telephone',
      'E-mail',
      'Allergies',
      'Number of people',
      'Vehicle registration',
      'Relationship',
      'Anything we should know',
      'Membership number',
      'Occupation',
      'Shoe size',
      'Serial number',
      'Quantity',
      'Amount paid',
    ],
  },
  sign: { signature: 'Signature', name: 'Name', date: 'Date', place: 'Place', of: (r) => `Signature of ${r}` },
  roles: {
    us: ['Company', 'Landlord', 'Provider', 'Supplier'],
    them: ['Client', 'Customer', 'Hirer', 'Tenant'],
    guest: ['Participant', 'Guest', 'Member'],
    guardian: 'Parent or guardian',
    witness: 'Witness',
  },
  over: (r) => `To be completed by the ${r.toLowerCase()}`,
  office: 'For office use only',
  initial: 'Initials',
  ticks: [
    ['Can you swim?', ['Yes', 'No']],
    ['How did you hear of us?', ['A friend', 'The newspaper', 'Passing by', 'Other']],
    ['I agree to', ['being photographed', 'letters about courses', 'first aid being given']],
    ['Dietary needs', ['Vegetarian', 'Vegan', 'None']],
  ],
  columns: [
    [
      { head: 'Item', type: 'text' },
      { head: 'Quantity', type: 'text' },
      { head: 'Remarks', type: 'text' },
    ],
    [
      { head: 'Name', type: 'name' },
      { head: 'Date of birth', type: 'date' },
      { head: 'Telephone', type: 'text' },
    ],
    [
      { head: 'Date', type: 'date' },
      { head: 'Work done', type: 'text' },
      { head: 'Hours', type: 'text' },
      { head: 'Initials', type: 'initials' },
    ],
  ],
  prices: [
    ['Barrel, four seats', '£180.00'],
    ['Delivery within ten miles', '£25.00'],
    ['Wood, per net', '£9.50'],
    ['Cleaning', '£40.00'],
    ['Late return, per hour', '£15.00'],
  ],
  goods: [
    ['Monday', '9.00', 'open'],
    ['Tuesday', '', 'closed'],
    ['Wednesday', '10.30', ''],
    ['Thursday', '9.00', 'open'],
    ['Friday', '', ''],
    ['Saturday', '8.00', 'long day'],
  ],
  page: (n) => `Page ${n}`,
}
const de: Tongue = {
  titles: [
    'Leihvertrag für Geräte',
    'Haftungsverzicht',
    'Einwilligung und Anmeldung',
    'Abnahmeprotokoll',
    'Bestellung',
    'Mitgliedsantrag',
    'Kursanmeldung',
  ],
  sentences: [
    'Die Geräte bleiben Eigentum des Verleihs und werden sauber, trocken und vollständig zurückgegeben.',
    'Wer unterschreibt, hat die Hinweise zur Sicherheit gelesen und konnte Fragen stellen.',
    'Bei einer Absage weniger als sieben Tage vorher wird der Preis nicht erstattet, außer der Platz wird neu vergeben.',
    'Schäden werden noch am selben Tag gemeldet; die Kosten werden vor der Reparatur schriftlich vereinbart.',
    'An manchen Tagen wird fotografiert. Wer das nicht möchte, sagt es bei der Ankunft.',
    'Der Preis gilt dreißig Tage und enthält die gesetzliche Umsatzsteuer.',
    'Handtücher und eine Umkleide sind vorhanden. Wertsachen bleiben zu Hause.',
    'Die gesetzlichen Rechte der Verbraucher bleiben unberührt.',
    'Beide Seiten können mit einer Frist von vier Wochen schriftlich kündigen.',
    'Kinder unter zwölf Jahren werden die ganze Zeit von Erwachsenen begleitet.',
  ],
  made: [
    'Dieser Vertrag wird geschlossen zwischen {name:us} (nachfolgend der {us}) und {name:them} (nachfolgend der {them}).',
    'Die Mietzeit beginnt am {date:them} und endet am {date:them}. Der Preis beträgt {text:them} Euro.',
    'Ich, {name:them}, wohnhaft in {text:them}, leihe die unten genannten Gegenstände.',
  ],
  heads: ['Was vereinbart ist', 'Zahlung', 'Sicherheit', 'Rücktritt', 'Datenschutz', 'Vor dem Besuch'],
  asked: {
    name: ['Name, Vorname', 'Name', 'Vor- und Nachname', 'Name in Druckbuchstaben'],
    date: ['Geburtsdatum', 'Datum', 'Ankunftsdatum', 'Gültig bis'],
    text: [
      'Anschrift',
      'Postleitzahl und Ort',
      'Telefon',
      'E-Mail',
      'Allergien',
      'Anzahl der Personen',
      'Kennzeichen',
      'Beruf',
      'Bemerkungen',
      'Mitgliedsnummer',
      'Schuhgröße',
      'Seriennummer',
      'Betrag',
    ],
  },
  sign: { signature: 'Unterschrift', name: 'Name', date: 'Datum', place: 'Ort', of: (r) => `Unterschrift ${r}` },
  roles: {
    us: ['Vermieter', 'Verleiher', 'Anbieter'],
    them: ['Mieter', 'Kunde', 'Entleiher'],
    guest: ['Teilnehmer', 'Gast'],
    guardian: 'Erziehungsberechtigte',
    witness: 'Zeuge',
  },
  over: (r) => `Vom ${r} auszufüllen`,
  office: 'Vom Betrieb auszufüllen',
  initial: 'Kürzel',
  ticks: [
    ['Können Sie schwimmen?', ['Ja', 'Nein']],
    ['Wie haben Sie von uns erfahren?', ['Freunde', 'Zeitung', 'Zufällig', 'Anders']],
    ['Ich bin einverstanden mit', ['Fotos von mir', 'Briefen über Kurse', 'Erster Hilfe']],
  ],
  columns: [
    [
      { head: 'Gegenstand', type: 'text' },
      { head: 'Anzahl', type: 'text' },
      { head: 'Bemerkung', type: 'text' },
    ],
    [
      { head: 'Datum', type: 'date' },
      { head: 'Tätigkeit', type: 'text' },
      { head: 'Stunden', type: 'text' },
      { head: 'Kürzel', type: 'initials' },
    ],
  ],
  prices: [
    ['Fass, vier Plätze', '180,00 €'],
    ['Lieferung', '25,00 €'],
    ['Holz, je Netz', '9,50 €'],
    ['Reinigung', '40,00 €'],
  ],
  goods: [
    ['Montag', '9.00', 'offen'],
    ['Dienstag', '', 'zu'],
    ['Mittwoch', '10.30', ''],
    ['Donnerstag', '9.00', 'offen'],
    ['Freitag', '', ''],
  ],
  page: (n) => `Seite ${n}`,
}
const fr: Tongue = {
  titles: [
    'Contrat de prêt de matériel',
    'Décharge de responsabilité',
    'Autorisation et inscription',
    'Bon de commande',
    'Demande d’adhésion',
    'Fiche de contrôle',
  ],
  sentences: [
    'Le matériel reste la propriété du prêteur et doit être rendu propre, sec et complet.',
    'La personne qui signe a lu les consignes de sécurité et a pu poser ses questions.',
    'En cas de désistement moins de sept jours avant la date, la somme n’est pas remboursée.',
    'Tout dommage est signalé le jour même ; le coût de la réparation est convenu par écrit.',
    'Des photographies sont prises certains jours. Qui ne le souhaite pas le dit en arrivant.',
    'Le prix est valable trente jours et comprend la taxe indiquée.',
    'Les objets de valeur restent à la maison ou dans les casiers.',
    'Les droits que la loi donne aux consommateurs restent entiers.',
    'Chaque partie peut mettre fin au contrat avec un préavis de quatre semaines.',
  ],
  made: [
    'Le présent contrat est conclu entre {name:us} (ci-après le {us}) et {name:them} (ci-après le {them}).',
    'La location commence le {date:them} et se termine le {date:them}. Le prix est de {text:them} euros.',
    'Je soussigné, {name:them}, demeurant {text:them}, emprunte le matériel ci-dessous.',
  ],
  heads: ['Ce qui est convenu', 'Paiement', 'Sécurité', 'Annulation', 'Vos données', 'Avant de venir'],
  asked: {
    name: ['Nom et prénom', 'Nom', 'Prénom', 'Nom du participant'],
    date: ['Date de naissance', 'Date', 'Date d’arrivée', 'Valable jusqu’au'],
    text: [
      'Adresse',
      'Code postal',
      'Téléphone',
      'Courriel',
      'Allergies',
      'Nombre de personnes',
      'Immatriculation',
      'Profession',
      'Remarques',
      'Pointure',
      'Numéro de série',
      'Montant versé',
    ],
  },
  sign: {
    signature: 'Signature',
    name: 'Nom',
    date: 'Date',
    place: 'Lieu',
    of: (r) => `Signature du ${r.toLowerCase()}`,
  },
  roles: {
    us: ['Loueur', 'Prestataire', 'Vendeur'],
    them: ['Client', 'Locataire', 'Acheteur'],
    guest: ['Participant', 'Adhérent'],
    guardian: 'Parent ou tuteur',
    witness: 'Témoin',
  },
  over: (r) => `À remplir par le ${r.toLowerCase()}`,
  office: 'Réservé à l’entreprise',
  initial: 'Paraphe',
  ticks: [
    ['Savez-vous nager ?', ['Oui', 'Non']],
    ['Comment nous avez-vous connus ?', ['Des amis', 'Le journal', 'Autre']],
    ['J’accepte', ['d’être photographié', 'de recevoir des lettres']],
  ],
  columns: [
    [
      { head: 'Article', type: 'text' },
      { head: 'Quantité', type: 'text' },
      { head: 'Remarques', type: 'text' },
    ],
    [
      { head: 'Nom', type: 'name' },
      { head: 'Date de naissance', type: 'date' },
      { head: 'Téléphone', type: 'text' },
    ],
  ],
  prices: [
    ['Tonneau, quatre places', '180,00 €'],
    ['Livraison', '25,00 €'],
    ['Bois, le filet', '9,50 €'],
  ],
  goods: [
    ['Lundi', '9 h', 'ouvert'],
    ['Mardi', '', 'fermé'],
    ['Mercredi', '10 h 30', ''],
    ['Jeudi', '9 h', 'ouvert'],
  ],
  page: (n) => `Page ${n}`,
}
const es: Tongue = {
  titles: [
    'Contrato de préstamo de material',
    'Exención de responsabilidad',
    'Autorización e inscripción',
    'Hoja de pedido',
    'Solicitud de ingreso',
    'Parte de inspección',
  ],
  sentences: [
    'El material sigue siendo propiedad del prestador y se devuelve limpio, seco y completo.',
    'Quien firma ha leído las normas de seguridad y ha podido preguntar.',
    'Si se cancela con menos de siete días de antelación, el precio no se devuelve.',
    'Los daños se comunican el mismo día; el coste de la reparación se acuerda por escrito.',
    'Algunos días se toman fotografías. Quien no lo desee, lo dice al llegar.',
    'El precio vale treinta días e incluye el impuesto indicado.',
    'Los objetos de valor se dejan en casa o en las taquillas.',
    'Los derechos que la ley da a los consumidores no cambian.',
    'Cualquiera de las partes puede terminar el contrato con cuatro semanas de aviso.',
  ],
  made: [
    'Este contrato se celebra entre {name:us} (en adelante el {us}) y {name:them} (en adelante el {them}).',
    'El alquiler empieza el {date:them} y termina el {date:them}. El precio es de {text:them} euros.',
    'Yo, {name:them}, con domicilio en {text:them}, tomo prestado el material de abajo.',
  ],
  heads: ['Lo acordado', 'Pago', 'Seguridad', 'Cancelación', 'Sus datos', 'Antes de venir'],
  asked: {
    name: ['Nombre y apellidos', 'Nombre', 'Nombre completo', 'Nombre del participante'],
    date: ['Fecha de nacimiento', 'Fecha', 'Fecha de llegada', 'Válido hasta'],
    text: [
      'Dirección',
      'Código postal',
      'Teléfono',
      'Correo electrónico',
      'Alergias',
      'Número de personas',
      'Matrícula',
      'Profesión',
      'Observaciones',
      'Talla de calzado',
      'Número de serie',
      'Importe',
    ],
  },
  sign: {
    signature: 'Firma',
    name: 'Nombre',
    date: 'Fecha',
    place: 'Lugar',
    of: (r) => `Firma del ${r.toLowerCase()}`,
  },
  roles: {
    us: ['Arrendador', 'Proveedor', 'Vendedor'],
    them: ['Cliente', 'Arrendatario', 'Comprador'],
    guest: ['Participante', 'Alumno'],
    guardian: 'Padre, madre o tutor',
    witness: 'Testigo',
  },
  over: (r) => `A rellenar por el ${r.toLowerCase()}`,
  office: 'Uso interno de la empresa',
  initial: 'Iniciales',
  ticks: [
    ['¿Sabe nadar?', ['Sí', 'No']],
    ['¿Cómo nos ha conocido?', ['Amigos', 'El periódico', 'Otro']],
    ['Acepto', ['que me fotografíen', 'recibir cartas']],
  ],
  columns: [
    [
      { head: 'Artículo', type: 'text' },
      { head: 'Cantidad', type: 'text' },
      { head: 'Observaciones', type: 'text' },
    ],
    [
      { head: 'Fecha', type: 'date' },
      { head: 'Trabajo', type: 'text' },
      { head: 'Horas', type: 'text' },
    ],
  ],
  prices: [
    ['Barril, cuatro plazas', '180,00 €'],
    ['Entrega', '25,00 €'],
    ['Leña, la red', '9,50 €'],
  ],
  goods: [
    ['Lunes', '9.00', 'abierto'],
    ['Martes', '', 'cerrado'],
    ['Miércoles', '10.30', ''],
    ['Jueves', '9.00', 'abierto'],
  ],
  page: (n) => `Página ${n}`,
}
export const TONGUES = { en, de, fr, es }
export type Lang = keyof typeof TONGUES
