import { mailFlow } from '../messages/flow'
import { type FollowUpMessage, mailFollowUp } from '../messages/follow-up'
import { followDays } from '../follow-ups/days'
import { followOccurrence } from '../follow-ups/meet'
import { doStep } from '../following/step'
import { fetchMail } from '../messages/mailbox'
import { deliver, giveUp, tellSystems } from '../systems/deliver'
import { backUpNow } from '../business/backups'
import { sendCallback } from '../gateways/cards/standin'
import type { News } from '../../core/rounds/told'
import type { NoticeKind } from '../../core/notices/notices'
import { mailClient, mailDoor, mailPerson } from '../messages/house'
import { keepOldAnswers } from '../chain/filled'
import { readLaid } from '../jobs/laid'
import { dailyLetters, tellMember, tellOfJob, tellOfPerson } from '../messages/notices'
import { mailOwn, mailOwnCode } from '../messages/own'
import { mailDeposit, mailInvoice, mailLate, mailReceipt, mailStatement } from '../messages/money'
import { remindLate } from '../money/late'
import { mailAnswer, mailAsk, mailCode, mailCopy, mailNews, mailTold } from '../messages/round'
import type { Minor } from '../../core/money/money'
import {
  mailBack,
  mailCalledOff,
  mailCorrected,
  mailCredit,
  mailCreditUsed,
  mailDamage,
  mailPlan,
} from '../messages/money-back'
import { putDown, putDownAll } from '../jobs/put-down'
import { mailPrice } from '../messages/rhythm'
import { workCardBack } from '../money/card-back'
import { drawCredit } from '../money/credits'
import { followExtra } from '../money/extras'
import { followCallOff } from '../rounds/manage/call-off'
import { drawInvoice, raiseInvoice, raiseStageInvoices } from '../money/invoices'
import { remind } from '../rounds/after/remind'
import { projectJob } from '../standing/project'
import { letGoNight } from '../rounds/seal/retention'
import { signEnded, signNight } from '../rounds/seal/heads'
import { answerSigned } from '../rounds/open/signed'
import { workList } from '../rounds/prepare/list-work'
import { lapseRound } from '../rounds/manage/manage'
import { sealRound } from '../rounds/seal/seal'
import type { Handler, Work } from '../queue/outbox'
import { note } from '../standing/thread'
import { tidy } from '../members/tidy'

const s = (v: unknown) => String(v)

/** What waits for others outside. */
export const APART = ['deliver', 'mail.fetch', 'calendars.laid'] as const

/** Everything that is done later, by kind. */
export const handlers: Record<string, Handler> = {
  'mail.ask': (e) =>
    mailAsk(
      e.key,
      s(e.payload.personId),
      s(e.payload.nonce),
      (e.payload.what as 'ask' | undefined) ?? (e.payload.nudge === true ? 'nudge' : 'ask'),
      e.payload.channel === 'text' ? 'text' : 'email',
    ),
  'mail.news': (e) =>
    mailNews(e.key, s(e.payload.personId), e.payload.news as News, e.payload.said as { by: string; reason: string }),
  'mail.late': (e) => mailLate(e.key, s(e.payload.jobId), s(e.payload.stage), e.payload.last === true),
  late: () => remindLate(),
  'mail.statement': (e) => mailStatement(e.key, s(e.payload.contactId), s(e.payload.sha), e.payload.owed as Minor),
  'mail.receipt': (e) => mailReceipt(e.key, s(e.payload.jobId), s(e.payload.paymentId)),
  'mail.code': (e) =>
    mailCode(e.key, s(e.payload.personId), s(e.payload.nonce), e.payload.by === 'text' ? 'text' : 'email'),
  'mail.own': (e) => mailOwn(e.key, s(e.payload.contactId), s(e.payload.nonce)),
  'mail.own-code': (e) => mailOwnCode(e.key, s(e.payload.contactId), s(e.payload.nonce)),
  'mail.asks': (e) => tellOfPerson(e.key, s(e.payload.contactId), s(e.payload.words)),
  'mail.flow': (e) => mailFlow(e.key, s(e.payload.askId), s(e.payload.nonce)),
  'mail.told': (e) => mailTold(e.key, s(e.payload.personId)),
  'mail.answer': (e) => mailAnswer(e.key, s(e.payload.personId), s(e.payload.question), s(e.payload.answer)),
  'mail.member': (e) =>
    tellMember(
      e.key,
      s(e.payload.memberId),
      e.payload.message as { subject: string; words: string; path: string; kind?: NoticeKind },
    ),
  'mail.door': (e) =>
    mailDoor(
      e.key,
      s(e.payload.memberId),
      s(e.payload.nonce),
      e.payload.purpose === 'invited' ? 'invited' : 'forgotten',
    ),
  'notices.daily': () => dailyLetters(),
  'calendars.laid': () => readLaid(),
  'answers.old': () => keepOldAnswers(),
  follow: async (e) => {
    await followOccurrence(Number(e.payload.n))
    await tellSystems(Number(e.payload.n))
  },
  'follow.step': (e) => doStep(s(e.payload.id)),
  'follow.days': () => followDays(),
  'mail.follow-up': (e) => mailFollowUp(e.key, e.payload as unknown as FollowUpMessage),
  'mail.fetch': () => fetchMail(),
  deliver: (e) => deliver(s(e.payload.id)),
  remind: (e) => remind(s(e.payload.personId), s(e.payload.askedAt)),
  'mail.copy': (e) => mailCopy(e.key, s(e.payload.personId)),
  'mail.deposit': (e) => mailDeposit(e.key, s(e.payload.jobId)),
  'mail.owner': (e) =>
    tellOfJob(e.key, s(e.payload.jobId), s(e.payload.subject), s(e.payload.words), s(e.payload.about)),
  'mail.person': (e) => mailPerson(e.key, s(e.payload.contactId), s(e.payload.subject), s(e.payload.words)),
  'mail.client': (e) => mailClient(e.key, s(e.payload.jobId), s(e.payload.subject), s(e.payload.words)),
  'mail.invoice': (e) => mailInvoice(e.key, s(e.payload.jobId), s(e.payload.number), s(e.payload.sha)),
  list: (e) => workList(s(e.payload.listId)),
  standing: (e) => answerSigned(s(e.payload.roundId)),
  project: (e) => projectJob(s(e.payload.jobId)),
  seal: (e) => sealRound(s(e.payload.roundId)),
  'heads.ended': (e) => signEnded(s(e.payload.roundId)),
  tidy: () => tidy(),
  backup: (e) => backUpNow(e.payload.night === true),
  'heads.night': () => signNight(),
  'let-go': () => letGoNight(),
  lapse: (e) => lapseRound(s(e.payload.roundId)),
  'call-off': (e) => followCallOff(s(e.payload.jobId), s(e.payload.at)),
  extra: (e) => followExtra(s(e.payload.id)),
  credit: (e) => drawCredit(s(e.payload.id)),
  'mail.credit': (e) => mailCredit(e.key, s(e.payload.id)),
  'mail.corrected': (e) => mailCorrected(e.key, s(e.payload.jobId), s(e.payload.paymentId)),
  'mail.back': (e) => mailBack(e.key, s(e.payload.jobId), e.payload.amount as Minor),
  'card.back': (e) => workCardBack(s(e.payload.paymentId)),
  'mail.credit-used': (e) => mailCreditUsed(e.key, s(e.payload.jobId), s(e.payload.paymentId)),
  'mail.plan': (e) => mailPlan(e.key, s(e.payload.jobId)),
  'mail.damage': (e) => mailDamage(e.key, s(e.payload.jobId), e.payload as { back: Minor; kept: Minor; words: string }),
  'mail.called-off': (e) => mailCalledOff(e.key, s(e.payload.jobId)),
  invoice: (e) => raiseInvoice(s(e.payload.jobId)),
  rhythm: (e) => putDown(s(e.payload.jobId)),
  rhythms: () => putDownAll(),
  'mail.price': (e) => mailPrice(e.key, s(e.payload.jobId), s(e.payload.from)),
  'invoice.stages': (e) => raiseStageInvoices(s(e.payload.jobId)),
  'invoice.draw': (e) => drawInvoice(s(e.payload.id)),
  'standin.callback': (e) => sendCallback(e.key, s(e.payload.id), s(e.payload.status)),
}

/** What is done later, and that the business is told of what could not be. */
export const work: Work = {
  handlers,
  givenUp: (errand, why) =>
    errand.kind === 'deliver'
      ? giveUp(s(errand.payload.id), why)
      : note({
          jobId: typeof errand.payload.jobId === 'string' ? errand.payload.jobId : null,
          type: 'given-up',
          words: `Given up after three days: ${errand.kind}`,
          detail: why,
          state: 'trouble',
          notable: true,
        }),
}
