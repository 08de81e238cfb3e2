import type { Stop, StopMark } from '../core/line/line'
import type { Minor } from '../core/money/money'

/**
 * What a commit changed. `since` is the newest change before it, so that whoever missed one knows; `about` is null where it
 * were too many to name, `papers` null where it was all of a job.
 */
export interface Change {
  since: number
  at: number
  about: { job: string | null; papers: string[] | null; rounds: string[] }[] | null
}
export interface Move {
  jobId: string
  title: string
  client: string
  day: string | null
  mark: StopMark
  words: string
  paperId: string | null
  act: 'countersign' | 'answer' | 'check' | 'send' | 'open'
  since: string | null
}
export interface Waiting {
  jobId: string
  title: string
  who: string
  what: string
  detail: string
  /** The paper a nudge sends the link of again; null where none can be sent. */
  paperId: string | null
  mark: StopMark
  day: string | null
}
export interface ComingJob {
  id: string
  title: string
  day: string
  stops: Stop[]
  warning: string | null
}
export interface MoneyRow {
  quoted: Minor
  agreed: Minor
  paid: Minor
  held: Minor
  dueSoon: Minor
  overdue: Minor
  overdueJobs: number
}
export interface TodayView {
  today: string
  currency: string
  yours: Move[]
  yoursTotal: number
  waiting: Waiting[]
  waitingTotal: number
  coming: ComingJob[]
  money: MoneyRow
  happened: { id: number; jobId: string | null; at: string; words: string; detail: string; mark: StopMark | null }[]
  notReadyThisWeek: number
}
export interface Due {
  jobId: string
  title: string
  client: string
  stage: string
  label: string
  open: Minor
  dueOn: string
  held: boolean
  invoice: string | null
}
/** An invoice in a list; `ready` once its PDF is drawn. */
export interface InvoiceRow {
  id: string
  number: string
  issuedOn: string
  jobId: string
  jobTitle: string
  client: string
  total: number
  balance: number
  dueOn: string | null
  ready: boolean
}
export interface MoneyView {
  today: string
  currency: string
  row: MoneyRow
  dues: Due[]
  ages: { label: string; amount: Minor }[]
  months: { month: string; paid: Minor; open: Minor }[]
  lastIn: { at: string; words: string; amount: Minor; jobId: string }[]
  held: { jobId: string; title: string; amount: Minor }[]
  invoices: InvoiceRow[]
}
export interface Found {
  kind: 'job' | 'person' | 'paper' | 'do'
  id: string
  label: string
  detail: string
  to: string
}
