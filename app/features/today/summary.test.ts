import { describe, expect, it } from 'vitest'
import { summaryOf } from './summary'

describe('the day in a sentence', () => {
  it.each([
    [0, 0, 0, 'Nothing is yours to move.'],
    [1, 1, 1, 'One thing is yours to move. One is with others. One job this week isn’t ready for its day.'],
    [10, 3, 0, 'Ten things are yours to move. Three are with others.'],
    [11, 0, 2, '11 things are yours to move. Two jobs this week aren’t ready for their day.'],
  ])('%i yours, %i with others, %i not ready', (yoursTotal, waitingTotal, notReadyThisWeek, words) =>
    expect(summaryOf({ yoursTotal, waitingTotal, notReadyThisWeek })).toBe(words),
  )
})
