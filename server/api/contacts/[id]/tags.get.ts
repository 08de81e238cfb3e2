import { tagList as out } from '../../../../shared/out/tasks'
import { route } from '../../../doors/route'
import { tagsOn } from '../../../follow-ups/tags'

/** The tags of a person. */
export default route({ who: 'member', out }, async ({ id }) => ({ tags: await tagsOn('person', id) }))
