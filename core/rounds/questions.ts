/** A question of somebody's, by its place in the round's chain. */
export interface Question {
  id: string
  person: string
  at: string
  question: string
  /** All that was answered to it; null while nobody has. */
  answer: string | null
}

/** What was asked in a round, with the answers, in the order it was asked. */
export function questionsIn(events: readonly { type: string; at: string; seq: number; data: unknown }[]): Question[] {
  const out: Question[] = []
  for (const { type, at, seq, data } of events) {
    const d = data as { person: string; question?: string; answer?: string; to?: string }
    if (type === 'question')
      out.push({ id: String(seq), person: d.person, at, question: d.question ?? '', answer: null })
    if (type !== 'answered') continue
    // An answer of an earlier release names its question by when it was asked.
    const about = out.find((q) => (d.question ? q.id === d.question : q.at === d.to && q.person === d.person))
    if (about) about.answer = about.answer ? `${about.answer}\n\n${d.answer}` : (d.answer ?? '')
  }
  return out
}
