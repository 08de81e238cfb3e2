import { takenFile as out } from '../../../shared/out/marking'
import { getRequestHeader } from 'h3'
import { FILE_MAX, fileQuery } from '../../../shared/marking'
import { Problem } from '../../platform/problem'
import { takeFile } from '../../files/take'
import { route } from '../../doors/route'

function passwordIn(header: string): string {
  try {
    return decodeURIComponent(header)
  } catch {
    throw new Problem('invalid', 'The password can’t be read. Give it once more.')
  }
}

export default route(
  { who: ['jobs', 'papers', 'library'], out, query: fileQuery, file: FILE_MAX, throttle: 'file' },
  async ({ event, query, bytes }) => {
    // A password stays out of addresses, which are logged; it comes in a header, encoded for any letters.
    const given = getRequestHeader(event, 'x-file-password')
    return takeFile(query.name, await bytes(), given === undefined ? undefined : passwordIn(given))
  },
)
