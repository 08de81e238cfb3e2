import { taxNumberProblem } from '../../core/country/numbers'
import { readable } from '../../core/look/colours'
import type { BusinessFacts, HomeSettings, LookGiven } from '../../shared/settings'
import { takePng } from '../files/png'
import { write } from '../platform/db/client'
import { business } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { theBusiness } from '../records/business'
import { changeSettings } from './settings'

/** Changes who the business is. Papers that were sent keep what they say; drafts follow. */
export async function changeFacts(facts: BusinessFacts): Promise<void> {
  await write(async (tx) => {
    const { settings } = await theBusiness()
    const wrong = taxNumberProblem(settings.country, facts.taxNumber)
    if (wrong) throw new Problem('invalid', wrong, { taxNumber: wrong })
    await tx.update(business).set(facts)
  })
}

/** Changes where the business is at home and how it prices. What was agreed keeps how it was priced. */
export async function changeHome({ timeZone, ...home }: HomeSettings): Promise<void> {
  await write(async (tx) => {
    await tx.update(business).set({ timeZone })
    await changeSettings({ ...home, taxRate: home.taxRates[0]!.rate })
  })
}

/** Changes the colours and the words under mails; a colour that can’t be read on white is kept as the nearest that can. */
export async function changeLook(given: LookGiven): Promise<void> {
  await write(async () => {
    const { look } = (await theBusiness()).settings
    await changeSettings({ look: { ...look, ...given, main: readable(given.main), second: readable(given.second) } })
  })
}

/** Takes a PNG as the logo, once it is known that it is whole. */
export async function changeLogo(bytes: Uint8Array): Promise<void> {
  const logo = await takePng(bytes)
  await write(async () => {
    const { look } = (await theBusiness()).settings
    await changeSettings({ look: { ...look, logo } })
  })
}
export async function removeLogo(): Promise<void> {
  await write(async () => {
    const { look } = (await theBusiness()).settings
    await changeSettings({ look: { ...look, logo: null } })
  })
}

/** Puts one of the first steps away, or `all` of them. */
export async function putStepAway(step: string): Promise<void> {
  await write(async () => {
    const { stepsAway } = (await theBusiness()).settings
    await changeSettings({ stepsAway: [...new Set([...stepsAway, step])].slice(0, 20) })
  })
}
