import type { FieldSpec } from '../document/field'

/**
 * Characters of Unicode's private use that stand in the words of a letter for what words can't say, between the part that
 * reads its XML and the part that makes blocks of it. What a letter has of them itself is taken out first.
 */
export const SIGN = {
  page: '\uE000',
  pages: '\uE001',
  newPage: '\uE002',
  rule: '\uE003',
  center: '\uE004',
  right: '\uE005',
  /** Behind the words of a form field. */
  end: '\uE006',
  newColumn: '\uE007',
} as const
const SECTION = 0xe020
/** The most sections of a letter that keep what is their own. */
export const SECTIONS_MAX = 60
/** The sign where one of a letter's sections begins, by its index from 0. */
export const sectionSign = (index: number): string => String.fromCharCode(SECTION + index)
/** Signs that stand for a block: a new page, a new column, a section. */
export const BREAKS = /([\uE002\uE007\uE020-\uE05B])/
export const indexOfSection = (sign: string): number => sign.charCodeAt(0) - SECTION
const FIELD = 0xe100
const LAST = 0xefff

/** The most form fields that keep their names. */
export const FIELDS_MAX = LAST - FIELD
/** The sign in front of the words of one of a letter's form fields, by its index from 0. */
export const fieldSign = (index: number): string => String.fromCharCode(FIELD + index)
/** A form field's words with its sign before them: index and words. */
export const FIELD_SIGNS = /([\uE100-\uEFFF])([^\uE006\uE100-\uEFFF]*)\uE006/g
export const indexOfSign = (sign: string): number => sign.charCodeAt(0) - FIELD
/** Every character that may be a sign. */
export const SIGNS = /[\uE000-\uEFFF]/g

/** A form field of a letter: what it is called there, and what it takes. */
export interface LetterField {
  type: FieldSpec['type']
  /** Its name or tag, as programs know it. */
  name: string
  /** What people are told of it; empty where nothing is said. */
  label: string
  options: string[]
}
