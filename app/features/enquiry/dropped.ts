import { ENQUIRY_MAX } from '~~/core/enquiry/types'

/** A larger file is no message, entry or card. */
const FILE_MAX = 25_000_000
const endsIn = (file: File, ...endings: string[]) => endings.some((e) => file.name.toLowerCase().endsWith(e))

/**
 * The words of a file that is dropped as an enquiry: a mail (`.eml`), a calendar entry (`.ics`), a contact card (`.vcf`),
 * text, or a picture of a message, whose words are read by `ofPicture`. What it says is written out as a form would send it.
 * Throws, in words, where it is none of these.
 */
export async function textOfDropped(
  file: File,
  timeZone: string,
  ofPicture: (file: File) => Promise<string>,
): Promise<string> {
  if (file.size > FILE_MAX) throw new Error(`${file.name} is larger than 25 MB: no e-mail, entry or card is.`)
  const read = endsIn(file, '.eml')
    ? await ofMail(file)
    : endsIn(file, '.ics', '.ical')
      ? await ofEntry(await file.text(), timeZone)
      : endsIn(file, '.vcf', '.vcard')
        ? await ofCard(await file.text())
        : file.type.startsWith('image/')
          ? await ofPicture(file)
          : file.type.startsWith('text/') || endsIn(file, '.txt', '.md')
            ? await file.text()
            : null
  if (read === null)
    throw new Error(
      `${file.name} can’t be read as an enquiry. Drop an e-mail (.eml), a calendar entry (.ics), a contact card (.vcf), a picture of a message, or text.`,
    )
  if (!read.trim()) throw new Error(`There are no words in ${file.name}.`)
  return read.replace(/\r\n?/g, '\n').trim().slice(0, ENQUIRY_MAX)
}

async function ofMail(file: File): Promise<string> {
  const { default: PostalMime } = await import('postal-mime')
  const mail = await PostalMime.parse(await file.arrayBuffer())
  const from = mail.from?.address ? `From: ${mail.from.name ?? ''} <${mail.from.address}>\n` : ''
  const subject = mail.subject ? `Subject: ${mail.subject}\n` : ''
  return `${from}${subject}\n${mail.text ?? (await wordsOfHtml(mail.html ?? ''))}`
}
/** What an HTML letter says; nothing of it is made part of a page. */
async function wordsOfHtml(html: string): Promise<string> {
  const { Parser } = await import('htmlparser2')
  let words = ''
  let apart = 0
  const parser = new Parser({
    onopentagname: (name) => {
      if (APART.has(name)) apart += 1
      if (BREAKS.has(name)) words += '\n'
    },
    onclosetag: (name) => {
      if (APART.has(name)) apart -= 1
    },
    ontext: (text) => {
      if (!apart) words += text.replace(/\s+/g, ' ')
    },
  })
  parser.end(html)
  return words.replace(/ ?\n ?/g, '\n').replace(/\n{3,}/g, '\n\n')
}
const APART = new Set(['style', 'script', 'title'])
const BREAKS = new Set(['br', 'p', 'div', 'tr', 'li', 'h1', 'h2', 'h3', 'blockquote'])

const lines = (of: Record<string, string | null | undefined>) =>
  Object.entries(of)
    .filter(([, value]) => value?.trim())
    .map(([label, value]) => `${label}: ${value!.trim().replace(/\s*\n\s*/g, ', ')}`)
    .join('\n')

async function ofEntry(text: string, timeZone: string): Promise<string> {
  const { default: ICAL } = await import('ical.js')
  const entry = component(() => new ICAL.Component(ICAL.parse(text) as unknown[]).getFirstSubcomponent('vevent'))
  if (!entry) throw new Error('There is no entry in this calendar file.')
  const event = new ICAL.Event(entry)
  const local = (t: InstanceType<typeof ICAL.Time>) =>
    t.isDate
      ? t.toString()
      : new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(t.toJSDate())
  const organiser = entry.getFirstProperty('organizer')
  const mail = String(organiser?.getFirstValue() ?? '').replace(/^mailto:/i, '')
  // A whole day ends, as calendars write it, where the next begins.
  const last = event.endDate?.clone()
  if (last?.isDate) last.adjust(-1, 0, 0, 0)
  const days = event.startDate && last && local(last) !== local(event.startDate) ? ` to ${local(last)}` : ''
  return lines({
    Name: organiser?.getFirstParameter('cn'),
    'E-mail': mail.includes('@') ? mail : '',
    Date: event.startDate ? `${local(event.startDate)}${days}` : '',
    Location: event.location,
    Message: [event.summary, event.description].filter(Boolean).join('. '),
  })
}

async function ofCard(text: string): Promise<string> {
  const { default: ICAL } = await import('ical.js')
  const card = component(() => {
    const parsed = ICAL.parse(text) as unknown[]
    return new ICAL.Component((Array.isArray(parsed[0]) ? parsed[0] : parsed) as unknown[])
  })
  if (card?.name !== 'vcard') throw new Error('There is no contact card in this file.')
  const first = (name: string) => {
    const value = card.getFirstPropertyValue(name) as unknown
    return Array.isArray(value) ? value.flat().filter(Boolean).join(', ') : String(value ?? '')
  }
  return lines({
    Name: first('fn'),
    Company: first('org'),
    'E-mail': first('email').replace(/^mailto:/i, ''),
    Phone: first('tel').replace(/^tel:/i, ''),
    Message: [first('note'), first('adr')].filter(Boolean).join('. '),
  })
}
/** What can't be parsed is no such file. */
function component<T>(parse: () => T): T | null {
  try {
    return parse()
  } catch {
    return null
  }
}
