import { weekdayOf, flat, monthOf, spanOf } from './text'
import { type EnquiryLanguage, NOTHING, type Read, type Span, said } from './types'
import { NO_PLACE } from './words'

const CAPITAL = "\\p{Lu}[\\p{L}'’-]+"
const JOIN = '(?:(?:de|la|le|les|du|des|del|los|las|am|an|der|upon|of|the|in)\\s){0,2}'
const PLACE = `${CAPITAL}(?:\\s${JOIN}${CAPITAL}){0,3}(?:\\s\\d{1,4}[a-z]?\\b)?`
const PREPOSITION: Record<EnquiryLanguage, string> = {
  en: 'at|in|near',
  de: 'in|nach|bei|auf',
  fr: 'à|À|chez|près de',
  es: 'en|cerca de',
}

/** Where it is to be: after "at" or "in", or an address with its street and number or its code. */
export function placeIn(text: string, language: EnquiryLanguage): Read<string> {
  const read = (span: Span) => said(text.slice(span.from, span.to), span)
  const coded = new RegExp(`(?<![\\p{L}\\d])\\d{5}\\s${PLACE}`, 'u').exec(text)
  const street = new RegExp(
    `(?<![\\p{L}\\d])(?:${CAPITAL}\\s){1,3}(?:Lane|Road|Street|Way|Close|Avenue|Drive|Hill|Green)\\s\\d{1,4}[a-z]?(?:,\\s${PLACE})?|(?<![\\p{L}\\d])\\d{1,4}[a-z]?\\s(?:${CAPITAL}\\s){1,3}(?:Lane|Road|Street|Way|Close|Avenue|Drive|Hill|Green)(?:,\\s${PLACE})?`,
    'u',
  ).exec(text)
  if (street) return read(spanOf(street))
  if (coded) return read(spanOf(coded))
  const pattern = new RegExp(
    `(?<![\\p{L}])(?:${PREPOSITION[language]})\\s(${PLACE}(?:,\\s${PLACE})?)(?=[.,;:!?\\n)]|\\s|$)`,
    'gu',
  )
  for (const m of text.matchAll(pattern)) {
    const span = spanOf(m, 1)
    const first = flat(m[1]!).split(/[\s,]/)[0]!
    if (monthOf(first) || weekdayOf(first) >= 0 || NO_PLACE.test(first)) continue
    // In German every noun has a capital: a town is what ends the phrase, or has a comma and another after it.
    if (language === 'de' && !/^\s*(?:[.,;!?\n)]|$)/.test(text.slice(span.to))) continue
    return read(span)
  }
  return NOTHING
}
