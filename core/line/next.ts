import { formatDay } from '../calendar/dates'
import { formatMoney } from '../money/money'
import { inSentence } from '../rounds/greeting'
import { type LineFacts, type PaperFact, current, isAllSigned, isLate, isToComplete, named, stuckWords } from './line'

export type NextAct =
  | 'make-quote'
  | 'make-contract'
  | 'send-paper'
  | 'open-paper'
  | 'countersign'
  | 'nudge'
  | 'ask-money'
  | 'add-client'
  | 'price'
  | 'guests'
  | 'complete'
  | 'give-back'
  | 'settle-deposit'
  | 'none'
export interface Next {
  title: string
  explain: string
  button: string | null
  act: NextAct
  paperId: string | null
}

type Say = (title: string, explain: string, button: string | null, act: NextAct, paperId?: string | null) => Next
const lower = (title: string) => (title ? inSentence(title) : 'paper')
const CURES = {
  held: ['Let it go on when it is time; whoever is asked hears of it.', 'To the paper'],
  locked: ['Open it again for them when you know that it is they.', 'Open it again'],
  bounced: ['Correct the address; it is sent again at once.', 'Mend the address'],
  asks: ['They wait for your answer before they sign.', 'Answer it'],
} as const

/** What moves a paper on that is out. */
function outStep(paper: PaperFact, say: Say): Next {
  const { move } = paper
  if (!move) return say(`The ${lower(paper.title)} is out`, '', 'To the paper', 'open-paper', paper.id)
  if (move.stuck) {
    const [explain, button] = CURES[move.stuck.why]
    const words = stuckWords(move.stuck)
    return say(words[0]!.toUpperCase() + words.slice(1), explain, button, 'open-paper', paper.id)
  }
  if (move.whose === 'ours')
    return say(
      `${move.begun ? 'Countersign' : 'Sign'} the ${lower(paper.title)}`,
      move.after.length
        ? `Then it goes to ${named(move.after).names}.`
        : 'Then everyone gets the sealed copy, and what was agreed takes its course.',
      move.begun ? 'Countersign' : 'Sign it',
      'countersign',
      paper.id,
    )
  return say(
    `${named(move.names).has} the ${lower(paper.title)}`,
    move.nudge
      ? 'You hear as soon as it is signed. A nudge sends the link again.'
      : 'No message reaches them: hand them the device, or a link.',
    move.nudge ? 'Nudge' : 'To the paper',
    move.nudge ? 'nudge' : 'open-paper',
    paper.id,
  )
}

/** What follows on a paper that ended unsigned. */
function overStep(paper: PaperFact, first: string, act: NextAct, button: string, say: Say): Next {
  return paper.state === 'lapsed'
    ? say(
        `${paper.title} lapsed unsigned`,
        'Give it more time on the paper itself, or make a new one.',
        'To the paper',
        'open-paper',
        paper.id,
      )
    : say(
        `${paper.title} declined${paper.reason ? `: “${paper.reason}”` : ''}`,
        `Talk with ${first}, put the record right, and make a new one.`,
        button,
        act,
        paper.id,
      )
}

const INVOICE_COMES = {
  agreed: ['The invoice is being raised', 'It goes to the client as soon as it is there.'],
  signed: ['The invoice is being raised', 'It goes to the client as soon as it is there.'],
  completed: [
    'The invoice comes when it is done',
    'Once its day has come you say so here, and it is raised by itself.',
  ],
  day: ['The invoice comes on the day', ''],
  never: null,
} as const
const onTheDay = (day: string | null, today: string): string =>
  day ? `It is raised by itself on ${formatDay(day, today)}.` : 'Set the day and it is raised by itself then.'

/** The one step that moves a job on, and what will happen when it is taken. */
export function nextStep(facts: LineFacts, client: { name: string; email: string } | null, today: string): Next {
  const say = (
    title: string,
    explain: string,
    button: string | null,
    act: NextAct,
    paperId: string | null = null,
  ): Next => ({ title, explain, button, act, paperId })
  const money = (n: LineFacts['total']) => formatMoney(n, facts.currency)
  const first = client?.name.split(' ')[0] ?? 'the client'
  const quote = current(facts, 'quote'),
    contract = current(facts, 'contract')
  const deposit = facts.stages.find((s) => s.key === 'deposit' && s.amount > 0)
  if (facts.calledOff) {
    const open = facts.stages.filter((s) => !s.held && s.open > 0).reduce((n, s) => n + s.open, 0)
    const held = facts.stages.find((s) => s.held && s.paid > 0)
    if (facts.calledOff.back > 0)
      return say(
        `Give ${money(facts.calledOff.back)} back`,
        `${first} has paid more than is kept. Send it, and book it here.`,
        'It was given back',
        'give-back',
      )
    if (held)
      return say(`Give the damage deposit back`, `${money(held.paid)} is held.`, 'Settle the deposit', 'settle-deposit')
    return open > 0
      ? say(`${money(open as LineFacts['total'])} still to come`, 'What is kept as agreed.', null, 'none')
      : say('Called off', 'Everything on this job is settled.', null, 'none')
  }
  const late = facts.agreedOn ? facts.stages.filter((x) => !x.held && isLate(x, today)) : []
  if (late.length) {
    const sum = late.reduce((n, x) => n + x.open, 0) as LineFacts['total']
    return say(
      `${money(sum)} overdue`,
      `It was due ${formatDay(late[0]!.dueOn!, today)}. Ask ${first} once more, or book it below if it has come.`,
      client?.email ? 'Ask once more' : null,
      client?.email ? 'ask-money' : 'none',
    )
  }
  const extra = current(facts, 'extra')
  for (const paper of [contract, quote, extra]) if (paper?.state === 'out') return outStep(paper, say)
  if (extra?.state === 'draft')
    return say(
      `Have the ${lower(extra.title)} signed`,
      `It counts once ${first} has signed it.`,
      'To the sending sheet',
      'send-paper',
      extra.id,
    )
  if (contract?.state === 'draft')
    return say(
      `Send the ${lower(contract.title)}`,
      `Look it over as ${first} will see it; it goes out by the turns on its sheet.`,
      'To the sending sheet',
      'send-paper',
      contract.id,
    )
  if (!client && (facts.expects.quote || facts.expects.contract))
    return say(
      'Say who the client is',
      'Papers are made out to the client, so this comes first.',
      'Choose the client',
      'add-client',
    )
  if (quote?.state === 'draft')
    return say(
      'Send the quote',
      `${first} can read it on a phone, choose, and accept by signing.`,
      'To the sending sheet',
      'send-paper',
      quote.id,
    )
  if (facts.expects.quote && !contract && (!quote || quote.state !== 'signed')) {
    if (quote && quote.state !== 'withdrawn') return overStep(quote, first, 'make-quote', 'Make a new quote', say)
    if (facts.total === 0)
      return say(
        'Say what it costs',
        'The quote is filled from the priced lines, and nothing is priced yet.',
        'Price it',
        'price',
      )
    return say(
      quote ? 'Make a new quote' : 'Make the quote',
      `It is filled from the record: ${money(facts.total)} in all.`,
      'Make the quote',
      'make-quote',
    )
  }
  if (contract && (contract.state === 'declined' || contract.state === 'lapsed'))
    return overStep(contract, first, 'make-contract', 'Make a new contract', say)
  if (facts.expects.contract && (!contract || contract.state !== 'signed'))
    return say(
      'Make the contract',
      'It is filled from the record and the agreed lines.',
      'Make the contract',
      'make-contract',
    )
  if (isToComplete(facts, today))
    return say(
      'Was it done?',
      'Say on which day, and what was different from what was agreed. Then the invoice is raised.',
      'It is done',
      'complete',
    )
  if (deposit && deposit.open > 0 && facts.agreedOn)
    return say(
      `Waiting for the ${money(deposit.open)} deposit`,
      deposit.dueOn
        ? `It is due ${formatDay(deposit.dueOn, today)}. ${first} has the link to pay.`
        : `${first} has the link to pay.`,
      null,
      'none',
    )
  const invoice = facts.agreedOn && !facts.invoice ? INVOICE_COMES[facts.expects.invoice] : null
  if (invoice && !(facts.expects.invoice === 'signed' && !isAllSigned(facts)))
    return say(invoice[0], facts.expects.invoice === 'day' ? onTheDay(facts.day, today) : invoice[1], null, 'none')
  const waivers = facts.papers.filter((p) => p.kind === 'waiver' && p.state === 'signed').length
  if (waivers < facts.expects.waivers)
    return say(
      facts.expects.waivers - waivers === 1
        ? 'One waiver to come'
        : `${facts.expects.waivers - waivers} waivers to come`,
      'Send each guest a waiver, or have them signed on this device.',
      'To the guests',
      'guests',
    )
  const open = facts.stages.filter((s) => !s.held && s.open > 0).reduce((n, s) => n + s.open, 0)
  if (facts.agreedOn && open > 0)
    return say(
      `${money(open as LineFacts['total'])} still to come`,
      'Nothing for you to do until it is due.',
      null,
      'none',
    )
  const held = facts.stages.find((s) => s.held && s.paid > 0)
  if (held && (facts.completedOn || (facts.endDay ?? facts.day ?? today) < today))
    return say(
      'Give the damage deposit back',
      `${money(held.paid)} is held, and the day is over. Say what goes back, and what is kept for what.`,
      'Settle the deposit',
      'settle-deposit',
    )
  return say('Nothing to do', 'Everything on this job is settled for now.', null, 'none')
}
