import type { OccurrenceKind } from '../follow-ups/model'
import type { StopState } from '../line/line'
import { inSentence } from '../rounds/greeting'

/** What something that occurred was about, by names; empty where it isn't known. */
export interface AboutWhat {
  paper: string
  person: string
  /** The stage, tag or fact it is of. */
  of: string
  by: string
}

const PAPER = (a: AboutWhat) => (a.paper ? `the ${inSentence(a.paper)}` : 'a paper')
const WHO = (a: AboutWhat) => a.person || a.by || 'Somebody'
/** Each kind of thing that occurs: what is said of it, how it stands, and what lists of it are called. */
export const SAID: Record<OccurrenceKind, { list: string; state: StopState | null; words: (a: AboutWhat) => string }> =
  {
    asked: { list: 'sent', state: 'theirs', words: (a) => `${WHO(a)} was asked for ${PAPER(a)}` },
    opened: { list: 'read', state: 'theirs', words: (a) => `${WHO(a)} read ${PAPER(a)}` },
    signed: { list: 'signed', state: 'settled', words: (a) => `${WHO(a)} signed ${PAPER(a)}` },
    'signed-all': { list: 'signed by all', state: 'settled', words: (a) => `All have signed ${PAPER(a)}` },
    declined: { list: 'declined', state: 'trouble', words: (a) => `${WHO(a)} declined ${PAPER(a)}` },
    lapsed: { list: 'lapsed', state: 'trouble', words: (a) => `The time for ${PAPER(a)} ran out` },
    withdrawn: {
      list: 'withdrawn',
      state: 'skipped',
      words: (a) => `${PAPER(a)[0]!.toUpperCase()}${PAPER(a).slice(1)} was withdrawn`,
    },
    returned: { list: 'given back by the check', state: 'yours', words: (a) => `The check gave ${PAPER(a)} back` },
    bounced: {
      list: 'came back',
      state: 'trouble',
      words: (a) => `A message about ${PAPER(a)} to ${a.person || 'somebody'} came back`,
    },
    accepted: {
      list: 'quotes accepted',
      state: 'settled',
      words: (a) => `${PAPER(a)[0]!.toUpperCase()}${PAPER(a).slice(1)} was accepted`,
    },
    unanswered: { list: 'quotes unanswered', state: 'theirs', words: (a) => `No answer to ${PAPER(a)} yet` },
    made: { list: 'jobs added', state: null, words: () => 'The job was added' },
    day: { list: 'days of jobs', state: null, words: () => 'Its day came near, or was' },
    completed: { list: 'jobs done', state: 'settled', words: () => 'The job was done' },
    'called-off': { list: 'jobs called off', state: 'trouble', words: () => 'The job was called off' },
    changed: { list: 'facts changed', state: null, words: (a) => `Changed${a.of ? `: ${a.of}` : ''}` },
    'stage-due': { list: 'payments due', state: 'theirs', words: (a) => `Due${a.of ? `: the ${a.of}` : ''}` },
    overdue: { list: 'payments overdue', state: 'trouble', words: (a) => `Overdue${a.of ? `: the ${a.of}` : ''}` },
    paid: { list: 'payments', state: 'settled', words: (a) => `${WHO(a)} paid${a.of ? `: the ${a.of}` : ''}` },
    invoiced: { list: 'invoices', state: 'settled', words: () => 'An invoice was raised' },
    here: { list: 'visits', state: 'settled', words: (a) => `${WHO(a)} came` },
    refused: { list: 'turned away', state: 'trouble', words: (a) => `${WHO(a)} was turned away` },
    answered: { list: 'forms answered', state: 'yours', words: (a) => `${WHO(a)} answered a form` },
    'tag-on': { list: 'tags put on', state: null, words: (a) => `The tag “${a.of}” was put on` },
    'tag-off': { list: 'tags taken off', state: null, words: (a) => `The tag “${a.of}” was taken off` },
    'task-done': { list: 'tasks done', state: 'settled', words: (a) => `${a.by || 'Somebody'} did a task` },
  }
