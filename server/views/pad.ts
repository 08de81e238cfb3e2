import type { PadView } from '../../shared/out/desk'
import type { Pad } from '../rounds/manage/pads'
import { drawnLookOf, theBusiness } from '../records/business'

/** What a pad shows: its code, whose it is, or that something waits to be opened on it. Nothing of anybody's paper. */
export async function padView(pad: Pad | null): Promise<PadView> {
  if (!pad?.memberId) return { state: pad ? 'offered' : 'none', shown: null, business: null }
  const business = await theBusiness()
  return {
    state: !pad.sessionId ? 'taken' : pad.personId ? 'shows' : 'idle',
    shown: pad.shown,
    business: { name: business.name, language: business.settings.language, look: drawnLookOf(business) },
  }
}
