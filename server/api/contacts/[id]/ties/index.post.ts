import { made as out } from '../../../../../shared/out/acts'
import { newTie as body } from '../../../../../shared/people'
import { addContact } from '../../../../contacts/contacts'
import { tie } from '../../../../contacts/ties'
import { route } from '../../../../doors/route'
import { Problem } from '../../../../platform/problem'

/** Ties somebody to a person: where they work, whose guardian they are. */
export default route({ who: 'jobs', body, out }, async ({ id, body }) => {
  const other = body.other ?? (body.made ? await addContact(body.made) : null)
  if (!other) throw new Problem('invalid', 'Say who it is.', { other: 'Say who it is.' })
  const [from, to] = body.way === 'from' ? [id, other] : [other, id]
  return { id: await tie(body.kind, from, to, body.words) }
})
