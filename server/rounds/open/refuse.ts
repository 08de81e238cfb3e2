import { ageOn } from '../../../core/people/age'
import { matchPeople } from '../../../core/people/match'
import { MOST_PAPERS } from '../../../core/rounds/plan'
import type { NamedPerson } from '../../../core/standing-links/named'
import type { Shut } from '../../../core/standing-links/open'
import { isPhone } from '../../../core/text/phone'
import { OF_AGE } from '../../../core/visits/owes'
import { guardianProblem, takesChildren } from '../../../core/visits/signed-for'
import type { StandingAnswer } from '../../../shared/standing-links'
import type { WordKey } from '../../../shared/words'
import { Problem } from '../../platform/problem'
import type { StandingLink, Template } from './links'

/** What is refused carries the name of its words, so that the page says it in the visitor's language. */
export const refuse = (code: 'invalid' | 'not-now', words: string, say: WordKey, fields: Record<string, string> = {}) =>
  new Problem(code, words, fields, { say })

/** Why a link can't be used, and the words for it. */
export const SHUT: Record<Shut, [string, WordKey]> = {
  closed: ['This link is closed.', 'standClosed'],
  'not-yet': ['This link isn’t open yet.', 'standNotYet'],
  over: ['This link is over.', 'standOver'],
  'other-day': ['This link isn’t open today.', 'standOtherDay'],
  full: ['As many have signed by this link as may.', 'standFull'],
  'no-places': ['There is no place left.', 'standNoPlaces'],
}

const GUARDIAN: Record<NonNullable<ReturnType<typeof guardianProblem>>['words'], WordKey> = {
  'guardian-young': 'standYoung',
  'of-age': 'standOfAge',
  same: 'standSame',
  twice: 'standTwice',
}

/** What was typed that can be wrong whatever the link: an address to prove, an age, a child of one's own age. */
export function insistOnWho(link: StandingLink, list: readonly Template[], given: StandingAnswer, day: string): void {
  const { settings } = link
  const missing = (field: 'email' | 'phone' | 'born', say: WordKey) =>
    refuse('invalid', 'Something is missing.', say, { [field]: say })
  const waits = settings.named.some((n) => n.when === 'before')
  if ((settings.proof === 'email' || settings.write || waits) && !given.email)
    throw missing('email', 'standEmailNeeded')
  if (settings.proof === 'text' && !given.phone) throw missing('phone', 'standPhoneNeeded')
  if (!given.email && !given.phone) throw missing('email', 'standReachNeeded')
  if (given.phone && !isPhone(given.phone))
    throw refuse('invalid', 'This is not a phone number.', 'standPhoneWrong', { phone: 'standPhoneWrong' })
  const young = (born: string) => ageOn(born, day) < OF_AGE
  const children = list.some((t) => takesChildren(t.document))
  if (children && given.own && !given.born) throw missing('born', 'standBornNeeded')
  if (given.born && young(given.born))
    throw refuse('invalid', 'Somebody of age signs for them.', 'standYoung', { born: 'standYoung' })
  if (!given.children.length) {
    if (!given.own) throw refuse('invalid', 'Nobody comes.', 'standNobody')
    return
  }
  if (!children || !settings.children) throw refuse('invalid', 'Nobody is signed for by this link.', 'standNoChildren')
  const wrong = guardianProblem({ name: given.name, born: given.born || null }, given.children, young)
  if (wrong) {
    const say = GUARDIAN[wrong.words]
    throw refuse('invalid', 'Look at the children again.', say, { [`children.${wrong.at}.name`]: say })
  }
  if (given.children.some((c) => c.born > day)) throw refuse('invalid', 'This day is still to come.', 'standBornWrong')
  if (list.length * (given.children.length + 1) > MOST_PAPERS)
    throw refuse('invalid', 'These are too many for one signing.', 'standTooMany')
}

/** Insists that whom answers name is somebody else than whoever answers, and each of them once. */
export function insistOnOthers(link: StandingLink, named: readonly NamedPerson[], given: StandingAnswer): void {
  const known = (p: { name: string; email: string }, id: string) => ({ id, name: p.name, email: p.email, phone: '' })
  const twice = named.findIndex((n, i) => {
    const [match] = matchPeople(
      [known(n, '')],
      [known(given, 'answers'), ...named.slice(0, i).map((m) => known(m, 'named'))],
    )
    return typeof match === 'string'
  })
  if (twice < 0) return
  const key = link.settings.named.find((n) => n.party === named[twice]!.party)!.email
  throw refuse('invalid', 'Somebody else signs for that.', 'standSame', { [`answers.${key}`]: 'standSame' })
}
