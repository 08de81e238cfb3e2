import type { ValueSource } from '~~/core/document/model'
import type { PaperView } from '~~/shared/papers'

const INPUTS: Record<string, string> = {
  starts: 'datetime-local',
  ends: 'datetime-local',
  people: 'number',
  email: 'email',
  born: 'date',
}
/** The kind of input a fact is given with. */
export const inputTypeOf = (source: ValueSource | null): string => INPUTS[source?.fact ?? ''] ?? 'text'

/** Whose record a value stands on, in a word or two. */
export function recordName(source: ValueSource): string {
  if (source.record === 'contact') return source.path.split('.')[0]!
  return { job: 'job', plan: 'job', business: 'business', paper: 'paper' }[source.record]
}

/** Whether a value can be corrected from a paper: a sum that is worked out, or the business’s own facts, can’t. */
export const canCorrect = (source: ValueSource): boolean =>
  !!source.fact &&
  (source.record === 'job' || source.record === 'paper' || (source.record === 'contact' && !!source.id))

/** Gives a value at its source: on the contact, on the job among the further facts or not, or on the paper itself. */
export async function correctSource(paper: PaperView, source: ValueSource, text: string): Promise<void> {
  const fact = source.fact!
  if (source.record === 'contact') {
    await api(`/api/contacts/${source.id}`, { method: 'PATCH', body: { [fact]: text } })
    return
  }
  if (source.record === 'paper') {
    const values = { [fact.slice('values.'.length)]: text }
    await api(`/api/papers/${paper.id}`, { method: 'PATCH', body: { values } })
    return
  }
  const set = fact.startsWith('facts.')
    ? { facts: { [fact.slice('facts.'.length)]: text } }
    : { [fact]: fact === 'people' ? Number(text) : text }
  await api(`/api/jobs/${paper.jobId}`, { method: 'PATCH', body: { version: paper.jobVersion, set } })
}
