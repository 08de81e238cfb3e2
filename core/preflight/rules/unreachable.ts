import { isMail } from '../../fields/mail'
import { type Rule, warn } from '../note'

/** Somebody who is to sign and whom no e-mail reaches. */
export const unreachable: Rule = ({ job }) =>
  (job?.people ?? [])
    .filter((p) => p.name && !isMail(p.email))
    .map((p) =>
      warn(
        p.email
          ? `${p.name.slice(0, 80)} has the e-mail address “${p.email.slice(0, 60)}”, which can’t be written to.`
          : `${p.name.slice(0, 80)} has no e-mail address; only signing on this device will reach them.`,
        null,
        { kind: 'source', label: 'Add it', path: `${p.party}.email` },
      ),
    )
