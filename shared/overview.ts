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
