import { getRequestHeader } from 'h3'
import { FILE_MAX, fileQuery } from '../../../shared/marking'
import { takeFile } from '../../services/marking/files'
import { bodyBytes, route } from '../../route'

export default route({ query: fileQuery }, async ({ event, query }) => {
  // A password stays out of addresses, which are logged; it comes in a header, encoded for any letters.
  const given = getRequestHeader(event, 'x-file-password')
  return takeFile(
    query.name,
    await bodyBytes(event, FILE_MAX),
    given === undefined ? undefined : decodeURIComponent(given),
  )
})
