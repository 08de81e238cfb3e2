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
  PaidFor,
  Found,
} from './out/overview'
