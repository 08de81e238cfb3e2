import { onPaper as query } from '../../../../shared/rounds'
import { signedOnPaper } from '../../../rounds/manage/on-paper'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'papers', query, file: 20_000_000 }, async ({ id, query, event, bytes }) =>
  signedOnPaper(id, query, await bytes(), memberActor(event)),
)
