import { formatDay } from '../calendar/dates'
import { formatMoney } from '../money/money'
import { type LineFacts, current } from './line'

export type NextAct =
  'make-quote' | 'make-contract' | 'send-paper' | 'countersign' | 'nudge' | 'invoice' | 'add-client' | 'guests' | 'none'
export interface Next {
  title: string
  explain: string
  button: string | null
  act: NextAct
  paperId: string | null
}

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
  const lower = (title: string) => (title ? title[0]!.toLowerCase() + title.slice(1) : 'paper')
  for (const paper of [contract, quote]) {
    if (!paper) continue
    if (paper.state === 'out' && paper.move === 'ours')
      return say(
        `Countersign the ${lower(paper.title)}`,
        `Then everyone gets the sealed copy${deposit && paper.kind === 'contract' && deposit.open > 0 ? `, and the ${money(deposit.open)} deposit is asked for` : ''}.`,
        'Countersign',
        'countersign',
        paper.id,
      )
  }
  if (contract?.state === 'out')
    return say(
      `${contract.waitingFor} has the ${lower(contract.title)}`,
      'You hear as soon as it is signed. A nudge sends the link again.',
      'Nudge',
      'nudge',
      contract.id,
    )
  if (contract?.state === 'draft')
    return say(
      `Send the ${lower(contract.title)}`,
      `It goes to ${first} first, then to you to countersign.`,
      'To the sending sheet',
      'send-paper',
      contract.id,
    )
  if (quote?.state === 'out')
    return say(
      `${quote.waitingFor} has the quote`,
      'When it is accepted, the contract is made with what was chosen.',
      'Nudge',
      'nudge',
      quote.id,
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
    const again = quote
      ? ({ declined: ` ${first} declined the last one.`, lapsed: ' The last one lapsed.', withdrawn: '' }[
          quote.state as string
        ] ?? '')
      : ''
    return say(
      quote ? 'Make a new quote' : 'Make the quote',
      `It is filled from the record: ${money(facts.total)} in all.${again}`,
      'Make the quote',
      'make-quote',
    )
  }
  if (facts.expects.contract && (!contract || contract.state !== 'signed'))
    return say(
      'Make the contract',
      'It is filled from the record and the agreed lines.',
      'Make the contract',
      'make-contract',
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
  if (facts.expects.invoice !== 'never' && !facts.invoice && facts.agreedOn)
    return say(
      facts.expects.invoice === 'day' ? 'The invoice comes on the day' : 'The invoice is being raised',
      facts.day
        ? `It is raised by itself on ${formatDay(facts.day, today)}.`
        : 'Set the day and it is raised by itself then.',
      null,
      'none',
    )
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
  return say('Nothing to do', 'Everything on this job is settled for now.', null, 'none')
}
