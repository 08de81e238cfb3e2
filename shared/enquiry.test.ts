import { describe, expect, it } from 'vitest'
import { openQuestions } from '../core/enquiry/ask'
import { answerIn, questionsIn } from './enquiry'
import { LANGUAGE_NAMES } from './words'
import type { Language } from '../core/text/language'

const whole = {
  starts: '2027-06-12T16:00',
  days: [],
  place: 'Oakhanger',
  people: 24,
  counts: [],
  lines: 1,
  phone: '01632 960 508',
  facts: [{ label: 'Gate width', value: '2.6' }],
}

describe('what is still open', () => {
  it('is nothing where all is said, and one question for each thing that isn’t', () => {
    expect(openQuestions(whole)).toEqual([])
    const none = {
      ...whole,
      starts: '',
      days: ['2027-06-12T16:00', '2027-06-19T16:00'],
      place: '',
      people: null,
      lines: 0,
    }
    const open = openQuestions({ ...none, phone: '', facts: [{ label: 'Gate width', value: '' }] })
    expect(questionsIn('en', open)).toEqual([
      'Which of these days suits you: 12 June 2027 or 19 June 2027?',
      'Where will it be?',
      'How many of you will there be?',
      'What would you like of what we have?',
      'What can you tell us about this: Gate width?',
      'On which number can we ring you?',
    ])
  })

  it.each(Object.keys(LANGUAGE_NAMES) as Language[])('is asked in %s with the business’s name under it', (language) => {
    const questions = openQuestions({ ...whole, place: '', people: null, counts: [20, 25] })
    const { subject, words } = answerIn(language, { name: 'Ines', business: 'Larkmoor Saunas', questions })
    expect(subject).not.toBe('')
    expect(words).toContain('Ines')
    expect(words.match(/^• /gm)).toHaveLength(2)
    expect(words.endsWith('Larkmoor Saunas')).toBe(true)
    expect(answerIn(language, { name: '', business: 'X', questions }).words).not.toMatch(/[{}]/)
  })
})
