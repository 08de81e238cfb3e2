import type { Stop, StopMark } from '../core/line/line'
import type { Minor } from '../core/money/money'

export type {
  Change,
  Move,
  Waiting,
  ComingJob,
  MoneyRow,
  TodayView,
  Due,
  InvoiceRow,
  MoneyView,
  Found,
} from './out/overview'
