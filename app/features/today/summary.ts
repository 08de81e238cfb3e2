import type { TodayView } from '~~/shared/overview'

const NUMBERS = ['', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten']
const counted = (n: number, one: string, many: string) =>
  n === 0 ? '' : n === 1 ? one : many.replace('#', NUMBERS[n] ?? String(n))

/** The day in a sentence or three: what is yours to move, what is with others, what isn't ready this week. */
export function summaryOf(view: Pick<TodayView, 'yoursTotal' | 'waitingTotal' | 'notReadyThisWeek'>): string {
  return [
    counted(view.yoursTotal, 'One thing is yours to move.', '# things are yours to move.') ||
      'Nothing is yours to move.',
    counted(view.waitingTotal, 'One is with others.', '# are with others.'),
    counted(
      view.notReadyThisWeek,
      'One job this week isn’t ready for its day.',
      '# jobs this week aren’t ready for their day.',
    ),
  ]
    .filter(Boolean)
    .join(' ')
}
