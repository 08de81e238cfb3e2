import type { InjectionKey } from 'vue'
import { type Says, saysIn } from '~~/shared/words'

/** What the page says, in the signer's language; English where nobody said which. */
export const SAYS: InjectionKey<ComputedRef<Says>> = Symbol('says')
export const useSays = (): ComputedRef<Says> => inject(SAYS, () => computed(() => saysIn('en')), true)
