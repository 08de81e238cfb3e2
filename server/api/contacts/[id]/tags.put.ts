import { tagList as out } from '../../../../shared/out/tasks'
import { tagsGiven as body } from '../../../../shared/tasks'
import { route } from '../../../doors/route'
import { setTags } from '../../../follow-ups/tags'

/** Puts these tags on a person, and no others. */
export default route({ who: 'jobs', out, body }, async ({ id, body }) => ({
  tags: await setTags('person', id, body.tags),
}))
